<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Bundles\BundleFile;
use App\Bundles\BundleOrder;
use App\Bundles\BundlePacker;
use App\Bundles\BundleReader;
use App\Bundles\BundleTaker;
use App\Models\Brush;
use App\Models\BrushSet;
use App\Models\Layer;
use App\Models\Sheet;
use App\Models\Stroke;
use App\Painting\BrushStrip;
use App\Painting\SheetPicture;
use App\Pictures\PictureFile;
use Database\Seeders\DatabaseSeeder;
use Illuminate\Support\Facades\Storage;

/** The demo is whole: its brushes print, and its page is painted with them on layers. */
final class DemoTest extends FeatureTestCase
{
    public function test_the_almanac_has_its_brushes_and_its_page(): void
    {
        // The same picture, small: it is painted in a fifth of the time.
        $seeder = app(DatabaseSeeder::class);
        $seeder->scale = 0.3;
        $seeder->setContainer(app())->__invoke();
        $brushes = Brush::library()->with('tip')->get();
        self::assertGreaterThanOrEqual(24, $brushes->count());
        self::assertSame(['Dry on paper', 'Water and wash', 'Along the shore', 'Harbour and rain'], BrushSet::query()->oldest('position')->pluck('name')->all());
        self::assertCount(0, $brushes->whereNull('maker_id'));
        foreach ($brushes as $brush) {
            $strip = PictureFile::read((string) $this->get("/brushes/{$brush->id}/strip")->assertOk()->getContent())->bitmap();
            self::assertGreaterThan(10, count(array_unique($strip->pixels)), "{$brush->name} paints something");
        }
        $this->assertBrushesTravel();
        $sheet = Sheet::painted()->firstOrFail();
        self::assertSame('Low tide', $sheet->name);
        $layers = $sheet->layers()->get();
        self::assertGreaterThanOrEqual(6, $layers->count());
        self::assertSame(1, $layers->filter(fn (Layer $layer): bool => $layer->is_picture)->count(), 'one of them is a photograph');
        foreach ($layers as $layer) {
            self::assertGreaterThan(0, $layer->standing()->count(), $layer->name);
            $alone = PictureFile::read(app(SheetPicture::class)->png($sheet, false, false, $layer))->bitmap();
            self::assertGreaterThan(30, count(array_filter($alone->pixels, fn (int $pixel): bool => ($pixel & 255) > 40)), $layer->name);
        }
        self::assertGreaterThan(100, Stroke::query()->count());
        $whole = PictureFile::read(app(SheetPicture::class)->png($sheet, true))->bitmap();
        // The sky is bluer than the sand, and the sand darker than the sky.
        $mean = fn (int $from, int $to): array => array_map(fn (int $shift): float => array_sum(array_map(fn (int $pixel): int => $pixel >> $shift & 255, array_slice($whole->pixels, $from * $whole->width, ($to - $from) * $whole->width))) / (($to - $from) * $whole->width), [24, 16, 8]);
        [$sky, $sand] = [$mean(8, 72), $mean(192, 280)];
        self::assertGreaterThan($sky[0], $sky[2]);
        self::assertGreaterThan($sand[2], $sand[0]);
        self::assertGreaterThan(array_sum($sand), array_sum($sky));
    }

    /** Sent out and taken in again as others, they paint the very same, painted anew. */
    private function assertBrushesTravel(): void
    {
        $path = "{$this->folder}/demo.fogbundle";
        app(BundlePacker::class)->pack(BundleOrder::ofAll(true, true), $path);
        $reader = new BundleReader(BundleFile::open($path));
        $before = [];
        foreach (Brush::library()->with('tip')->oldest('id')->get() as $brush) {
            $before[$brush->name] = app(BrushStrip::class)->png($brush);
        }
        $known = Brush::library()->get()->modelKeys();
        $taken = app(BundleTaker::class)->take($reader, array_fill(0, $reader->count(), BundleTaker::TAKE));
        self::assertSame([], array_intersect($known, $taken));
        Storage::disk('derived')->deleteDirectory('st');
        foreach (Brush::query()->with('tip')->findMany($taken) as $brush) {
            self::assertSame($before[$brush->name], app(BrushStrip::class)->png($brush), $brush->name);
        }
        $this->postJson('/keep/undo')->assertOk();
        self::assertSame($known, Brush::library()->get()->modelKeys());
    }
}
