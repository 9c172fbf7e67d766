<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\Sheet;
use App\Models\Stroke;
use App\Painting\BrushTextureLoader;
use App\Painting\PrintCache;
use App\Painting\StoredPrint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Storage;
use Illuminate\Support\Str;
use PHPUnit\Framework\Attributes\DataProvider;
use Yarrowfog\Core\Paint\Stroke\MovedStroke;
use Yarrowfog\Core\Paint\Tile\LaidStroke;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\Similarity;

/** What strokes cover, kept from one painting to the next. */
final class PrintCacheTest extends FeatureTestCase
{
    /** @return array<string, array{array<string, mixed>}> */
    public static function brushes(): array
    {
        return [
            'one colour' => [['size' => ['base' => 40], 'flow' => ['base' => 0.4]]],
            'many colours' => [['size' => ['base' => 40, 'spread' => 0.4], 'scatterAcross' => ['base' => 0.8], 'driftHue' => ['base' => 60]]],
            'an eraser' => [['size' => ['base' => 30], 'does' => ['base' => 'erases']]],
            'multiplied' => [['size' => ['base' => 30], 'blendMode' => ['base' => 'multiply']]],
        ];
    }

    /** @param  array<string, mixed>  $settings */
    #[DataProvider('brushes')]
    public function test_what_is_kept_is_what_was_painted(array $settings): void
    {
        [$sheet, $stroke] = $this->painted($settings);
        [$laid, $changed] = $this->paint($stroke, $sheet);
        $read = StoredPrint::read(StoredPrint::write($laid, $changed), $sheet->bounds());
        self::assertNotNull($read);
        self::assertSame([$laid->colour(), $laid->effect(), $laid->blendMode()], [$read->colour(), $read->effect(), $read->blendMode()]);
        self::assertEquals($changed, $read->takeDirty());
        $covered = 0;
        foreach (array_keys($changed) as $key) {
            $tile = $read->tile($key);
            self::assertTrue($laid->tile($key) === $tile, "tile {$key}");
            $covered += count(array_filter($tile ?? []));
        }
        self::assertGreaterThan(3000, $covered);
        self::assertNull($read->tile('30 30'));
    }

    /** A stroke that was painted is kept after its answer, and nothing of it is painted anew when it is laid again: the pixels are the same. */
    public function test_laid_again_from_what_was_kept_it_is_the_same_to_the_bit(): void
    {
        [$sheet, $stroke] = $this->painted(self::brushes()['many colours'][0]);
        $prints = app(PrintCache::class);
        self::assertNotNull($prints->find($stroke, $sheet->bounds()), 'kept after the answer');
        $pixels = fn (): array => DB::table('tiles')->orderBy('place')->get()->map(fn (object $t): array => [$t->place, gzuncompress($t->pixels), $t->rest === null ? '' : gzuncompress($t->rest)])->all();
        $move = function (int $dx) use ($sheet, $stroke, $pixels): array {
            $this->postJson("/sheets/{$sheet->id}/pen/taken", ['strokes' => [$stroke->id], 'move' => ['dx' => $dx]])->assertOk();

            return $pixels();
        };
        $there = $move(40);
        $kept = $move(-40);
        foreach (Storage::disk('derived')->allFiles() as $file) {
            if (str_contains($file, 'print-')) {
                Storage::disk('derived')->delete($file);
            }
        }
        self::assertNull($prints->find($stroke->refresh(), $sheet->bounds()));
        self::assertTrue($move(40) === $there);
        self::assertTrue($move(-40) === $kept);
    }

    public function test_what_is_damaged_or_of_another_stroke_is_painted_anew(): void
    {
        [$sheet, $stroke] = $this->painted();
        [$laid, $changed] = $this->paint($stroke, $sheet);
        $bytes = StoredPrint::write($laid, $changed);
        foreach (['', 'abc', substr($bytes, 0, 40), substr($bytes, 0, -1), $bytes.'x', "\0\0\0\2{}".substr($bytes, 6), "\xFF".substr($bytes, 1)] as $damaged) {
            self::assertNull(StoredPrint::read($damaged, $sheet->bounds()));
        }
        $prints = app(PrintCache::class);
        $other = clone $stroke;
        self::assertNotNull($prints->find($stroke, $sheet->bounds()));
        foreach ([['roll' => 8], ['moved' => new Similarity(dx: 1)], ['brush' => $stroke->brush->scale(2)]] as $change) {
            self::assertNull($prints->find((clone $other)->fill($change), $sheet->bounds()));
        }
        self::assertNull($prints->find($stroke, new Rect(0, 0, 200, 200)));
    }

    /**
     * @param  array<string, mixed>  $settings
     * @return array{Sheet, Stroke}
     */
    private function painted(array $settings = []): array
    {
        $sheet = Sheet::blank('Prints', 400, 300);
        $brush = $this->brush($settings);
        $this->postJson("/sheets/{$sheet->id}/pen/strokes", ['stroke' => (string) Str::uuid(), 'brush' => $brush->id, 'roll' => 7, 'realPressure' => true, 'samples' => array_map(fn (int $i): array => [$i * 8, 60 + 4 * $i, 120 + 60 * sin($i / 12), 0.7], range(0, 60))])->assertOk();

        return [$sheet, $sheet->layer()->standing()->firstOrFail()];
    }

    /** @return array{LaidStroke, array<string, Rect>} */
    private function paint(Stroke $stroke, Sheet $sheet): array
    {
        $textures = $stroke->textures ?? self::fail('A stroke knows what it was painted with.');
        $laid = MovedStroke::paint(app(BrushTextureLoader::class)->load($textures, $stroke->brush), $stroke->brush, $stroke->unpack(), $stroke->roll, new Similarity, $sheet->bounds(), null);

        return [$laid, $laid->takeDirty()];
    }
}
