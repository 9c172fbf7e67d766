<?php

declare(strict_types=1);

namespace Tests\Core\Make;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yarrowfog\Core\Form\Field;
use Yarrowfog\Core\Form\FieldValues;
use Yarrowfog\Core\Form\NumberField;
use Yarrowfog\Core\Form\RollField;
use Yarrowfog\Core\JsonReader;
use Yarrowfog\Core\Make\Growth;
use Yarrowfog\Core\Make\Recipe;
use Yarrowfog\Core\Make\SampleCamera;
use Yarrowfog\Core\Make\SampleScanner;
use Yarrowfog\Core\Make\Shapes;
use Yarrowfog\Core\Raster\Bitmap;

/** What the form of a recipe shows changes the picture. */
final class RecipesTest extends TestCase
{
    /** Those at the rim are pushed along it, and none is cut off. */
    public function test_a_cluster_pushed_apart_stays_on_its_picture(): void
    {
        foreach ([1, 2, 3] as $roll) {
            $picture = Shapes::make(FieldValues::read(Shapes::params(), JsonReader::of(['shape' => 'ellipse', 'many' => 'a cluster', 'side' => 200, 'count' => 60, 'least' => 0.1, 'most' => 0.12, 'gather' => 0, 'apart' => 1, 'roll' => $roll])));
            $most = [0, 0, 0, 0];
            for ($i = 0; $i < 200; $i++) {
                foreach ([[$i, 0], [$i, 199], [0, $i], [199, $i]] as $side => [$x, $y]) {
                    $most[$side] += ($picture->at($x, $y) & 255) > 127 ? 1 : 0;
                }
            }
            $quarters = [0, 0, 0, 0];
            foreach ($picture->pixels as $i => $pixel) {
                $quarters[intdiv($i, 20000) * 2 + intdiv($i % 200, 100)] += $pixel & 255;
            }
            self::assertGreaterThan(0.5 * max($quarters), min($quarters), 'they lie all over it');
            // A disc that touches a side prints some 5 px of it, one cut in half its whole width, 20 px or more.
            self::assertLessThan(60, max($most), "roll {$roll}: ".implode(' ', $most));
        }
    }

    /** @return iterable<string, array{class-string<Recipe>, array<string, string>}> */
    public static function forms(): iterable
    {
        foreach (Shapes::params()[0]->choices as $shape) {
            foreach (Shapes::params()[1]->choices as $many) {
                yield "{$shape}, {$many}" => [Shapes::class, ['shape' => $shape, 'many' => $many]];
            }
        }
        foreach (Growth::params()[0]->choices as $plant) {
            yield $plant => [Growth::class, ['plant' => $plant]];
        }
    }

    /** @return iterable<string, array{string}> */
    public static function finds(): iterable
    {
        foreach (SampleScanner::params()[0]->choices as $find) {
            yield $find => [$find];
        }
    }

    #[DataProvider('finds')]
    public function test_every_find_is_scanned_and_photographed_and_each_roll_differs(string $find): void
    {
        foreach ([SampleScanner::class, SampleCamera::class] as $device) {
            $shot = fn (int $roll): Bitmap => $device::make(FieldValues::read($device::params(), JsonReader::of(['find' => $find, 'roll' => $roll])), 120);
            self::assertSame($shot(1)->pixels, $shot(1)->pixels);
            self::assertNotSame($shot(1)->pixels, $shot(2)->pixels);
        }
    }

    /**
     * @param  class-string<Recipe>  $recipe
     * @param  array<string, string>  $chosen
     */
    #[DataProvider('forms')]
    public function test_every_number_that_is_shown_does_something(string $recipe, array $chosen): void
    {
        $picture = fn (array $more): string => $recipe::make(FieldValues::read($recipe::params(), JsonReader::of([...$chosen, ...$more])), 160)->toBytes();
        // A little flattened, so that turning shows on a round one too.
        $base = $recipe === Shapes::class ? ['flat' => 0.7] : [];
        $before = $picture($base);
        $isShown = fn (Field $p): bool => $p->toArray()['when'] === [] || array_filter($p->toArray()['when'], fn (array $w): bool => in_array($chosen[$w[0]] ?? '', $w[1], true)) !== [];
        foreach ($recipe::params() as $param) {
            if (! ($param instanceof NumberField || $param instanceof RollField) || $param->key === 'side' || ! $isShown($param)) {
                continue;
            }
            $values = $param instanceof RollField ? [2, 3] : [$param->least, $param->least + 0.37 * ($param->most - $param->least), $param->most];
            $changes = array_filter($values, fn (float|int $v): bool => $picture([...$base, $param->key => $v]) !== $before);
            self::assertNotSame([], $changes, "“{$param->label}” changes nothing.");
        }
    }
}
