<?php

declare(strict_types=1);

namespace Tests\Core\Stroke;

use LogicException;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ReflectionClass;
use ReflectionProperty;
use Yarrowfog\Core\Advice\Idle;
use Yarrowfog\Core\Chance;
use Yarrowfog\Core\Curve;
use Yarrowfog\Core\Form\ChoiceField;
use Yarrowfog\Core\Form\CurveField;
use Yarrowfog\Core\Form\NumberField;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Choice\Choices;
use Yarrowfog\Core\Stroke\Choice\Overlap;
use Yarrowfog\Core\Stroke\PathBuilder;
use Yarrowfog\Core\Stroke\Sample;
use Yarrowfog\Core\Stroke\Setting;
use Yarrowfog\Core\Stroke\SettingsTable;
use Yarrowfog\Core\Stroke\Trace;

final class SettingsTest extends TestCase
{
    public function test_a_brush_comes_back_as_it_was_written(): void
    {
        $brush = BrushSettings::read(['settings' => ['size' => ['base' => 12.5, 'spread' => 0.25, 'drives' => [['input' => 'pressure', 'curve' => [[0, 0], [0.5, 0.8], [1, 1]], 'from' => 0.2, 'to' => 1]]], 'overlap' => ['base' => 'adds up']]]);
        self::assertEquals($brush, BrushSettings::read(json_decode((string) json_encode($brush->toArray()), true)));
    }

    /** @return array<string, array{mixed, string}> */
    public static function wrong(): array
    {
        $size = fn (array $value): array => ['settings' => ['size' => $value]];

        return [
            'unknown setting' => [['settings' => ['wetness' => ['base' => 1]]], 'settings.wetness'],
            'unknown key' => [['colour' => 'red'], 'colour'],
            'out of range' => [$size(['base' => 0.5]), 'settings.size.base'],
            'text for a number' => [$size(['base' => '48']), 'settings.size.base'],
            'not a number' => [$size(['base' => NAN]), 'settings.size.base'],
            'spread too wide' => [$size(['base' => 5, 'spread' => 2]), 'settings.size.spread'],
            'unknown input' => [$size(['drives' => [['input' => 'mood']]]), 'settings.size.drives.0.input'],
            'curve goes back' => [$size(['drives' => [['input' => 'pressure', 'curve' => [[0, 0], [0.6, 1], [0.4, 0], [1, 1]]]]]), 'settings.size.drives.0.curve.2.0'],
            'a drive where none goes' => [['settings' => ['taperIn' => ['drives' => [['input' => 'pressure']]]]], 'settings.taperIn.drives'],
            'unknown choice' => [['settings' => ['overlap' => ['base' => 'sometimes']]], 'settings.overlap.base'],
            'no colour' => [['inks' => ['main' => '#12345']], 'inks.main'],
        ];
    }

    #[DataProvider('wrong')]
    public function test_what_is_wrong_is_named(mixed $json, string $key): void
    {
        try {
            BrushSettings::read($json);
            self::fail('It was taken.');
        } catch (InvalidInput $e) {
            self::assertSame($key, $e->key);
            self::assertStringContainsString('“', $e->getMessage());
        }
    }

    public function test_every_setting_says_what_it_does_and_keeps_its_default_in_range(): void
    {
        foreach (SettingsTable::all() as $setting) {
            self::assertStringEndsWith('.', $setting->sentence);
            if ($setting->field instanceof NumberField) {
                self::assertSame($setting->field->default, $setting->field->clamp($setting->field->default));
            }
        }
    }

    public function test_a_setting_that_is_asked_for_as_what_it_is_not_is_a_mistake_of_the_code(): void
    {
        $brush = BrushSettings::standard();
        self::assertSame([48.0, Overlap::StaysEven, 0.5], [$brush->base('size'), $brush->choices->overlap, $brush->curve('pressureResponse')->at(0.5)]);
        foreach ([fn () => $brush->base('overlap'), fn () => $brush->value('size')->choice(), fn () => $brush->curve('size'), fn () => $brush->base('pressureResponse'), fn () => SettingsTable::get('overlap')->numberField()] as $mistake) {
            try {
                $mistake();
                self::fail('It was answered.');
            } catch (LogicException $e) {
                self::assertNotSame('', $e->getMessage());
            }
        }
    }

    /** Static analysis holds the uses of settings against a list of names and a class, and these are those of the table. */
    public function test_the_names_that_static_analysis_knows_are_those_of_the_table(): void
    {
        $words = (string) (new ReflectionClass(BrushSettings::class))->getDocComment();
        $names = function (string $type) use ($words): array {
            self::assertSame(1, preg_match("/@phpstan-type {$type} (\\S+)/", $words, $found));

            return explode('|', str_replace("'", '', $found[1] ?? ''));
        };
        $of = fn (string $field): array => array_keys(array_filter(SettingsTable::all(), fn (Setting $s): bool => $s->field instanceof $field));
        self::assertSame($of(NumberField::class), $names('NumberId'));
        self::assertSame($of(ChoiceField::class), array_map(fn (ReflectionProperty $p): string => $p->getName(), (new ReflectionClass(Choices::class))->getProperties()));
        self::assertSame(['pressureResponse'], $of(CurveField::class));
    }

    public function test_idle_settings_say_why(): void
    {
        $tap = new Trace([new Sample(0, 0, 0)]);
        $brush = BrushSettings::standard();
        self::assertSame('idle: a tap prints one dab', Idle::reason('spacing', $brush, $tap));
        self::assertSame('idle: set to zero', Idle::reason('driftHue', $brush, $tap));
        self::assertSame('idle: this pen reports its pressure', Idle::reason('assumedLevel', $brush, $tap));
        self::assertNull(Idle::reason('size', $brush, $tap));
    }

    public function test_a_curve_goes_through_its_points_and_never_beyond_them(): void
    {
        $curve = new Curve([[0.0, 0.1], [0.2, 0.8], [0.5, 0.8], [1.0, 0.0]]);
        foreach ($curve->points as [$x, $y]) {
            self::assertEqualsWithDelta($y, $curve->at($x), 1e-12);
        }
        for ($i = 0; $i <= 1000; $i++) {
            self::assertGreaterThanOrEqual(-1e-9, $curve->at($i / 1000));
            self::assertLessThanOrEqual(0.8 + 1e-9, $curve->at($i / 1000));
        }
        self::assertEqualsWithDelta(0.3, Curve::straight()->at(0.3), 1e-12);
    }

    public function test_chance_is_even_and_its_streams_are_strangers(): void
    {
        $chance = new Chance(42);
        $a = Chance::stream('size');
        $b = Chance::stream('angle');
        $sum = $sumAB = 0.0;
        $bins = array_fill(0, 10, 0);
        for ($i = 0; $i < 20000; $i++) {
            $x = $chance->unit($a, $i);
            $bins[(int) ($x * 10)]++;
            $sum += $x;
            $sumAB += ($x - 0.5) * ($chance->unit($b, $i) - 0.5);
        }
        self::assertEqualsWithDelta(0.5, $sum / 20000, 0.01);
        self::assertEqualsWithDelta(0.0, $sumAB / 20000 * 12, 0.03);
        self::assertGreaterThan(1800, min($bins));
        self::assertLessThan(2200, max($bins));
    }

    public function test_the_path_passes_its_samples_and_measures_its_length(): void
    {
        // A circle of radius 100 sampled every 10°.
        $samples = array_map(fn (int $i): Sample => new Sample($i * 10, 100 * cos(deg2rad($i * 10)), 100 * sin(deg2rad($i * 10))), range(0, 36));
        $path = new PathBuilder(BrushSettings::standard(), true);
        $points = [];
        foreach ($samples as $sample) {
            array_push($points, ...$path->feed($sample));
        }
        array_push($points, ...$path->finish());
        self::assertEqualsWithDelta(2 * M_PI * 100, $path->length(), 1.0);
        foreach ($points as $point) {
            self::assertEqualsWithDelta(100.0, hypot($point->x, $point->y), 0.4);
        }
    }

    public function test_tilt_becomes_altitude_and_azimuth_as_the_pointer_events_standard_has_it(): void
    {
        self::assertSame(0.0, (new Sample(0, 0, 0))->flatness());
        self::assertEqualsWithDelta(0.5, (new Sample(0, 0, 0, tiltX: 45))->flatness(), 1e-9);
        self::assertEqualsWithDelta(90.0, (new Sample(0, 0, 0, tiltY: 45))->azimuth(), 1e-9);
        self::assertEqualsWithDelta(225.0, (new Sample(0, 0, 0, tiltX: -30, tiltY: -30))->azimuth(), 1e-9);
    }
}
