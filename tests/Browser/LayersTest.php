<?php

declare(strict_types=1);

namespace Tests\Browser;

use App\Pictures\PictureFile;
use Closure;
use Facebook\WebDriver\WebDriverKeys;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\BlendMode;
use Yarrowfog\Core\Raster\Rect;

/** Layers on the screen, and strokes that are taken up again. */
final class LayersTest extends BrowserTestCase
{
    use OnSheets;

    protected const WITH_DEMO = true;

    /** Channels, of 180,000, that may differ by more than 2. */
    private const FAR = 120;

    /** The browser's own compositing of the layers, photographed, against the picture that the engine saves of them. */
    public function test_what_the_browser_shows_is_what_the_engine_saves_in_every_mode(): void
    {
        $chrome = $this->onSheet(300, 200);
        // Colours of which every mode makes something: on a grey that is nearly none the standard's hue is that of a rounding error.
        $this->stroke([[0, 0, 100, 1], [60, 300, 100, 1]], ['size' => 400, 'inks' => ['main' => '#b8602c', 'second' => '#ffffff']]);
        $colours = ['#c8502a', '#2a6fc8', '#7fae3c', '#f0d050', '#30204a'];
        foreach ($colours as $i => $colour) {
            $this->stroke([[0, 30 + 50 * $i, 20, 0.9], [40, 60 + 50 * $i, 180, 0.5]], ['size' => 60, 'opacity' => 0.5 + 0.1 * $i, 'inks' => ['main' => $colour, 'second' => $colour]]);
        }
        $middle = $this->addLayer('Middle');
        $top = $this->addLayer('Top');
        foreach ([[$middle, 60, '#e8a0b8', 0.8], [$top, 100, '#3c9090', 0.7], [$top, 140, '#d8d020', 1]] as [$layer, $y, $colour, $opacity]) {
            $this->stroke([[0, 10, $y, 0.6], [60, 290, $y + 20, 0.9]], ['layer' => $layer, 'size' => 70, 'opacity' => $opacity, 'inks' => ['main' => $colour, 'second' => $colour]]);
        }
        $cases = [
            'over all' => [[], ['opacity' => 0.8, 'isClipped' => false]],
            'only over the layer below' => [['opacity' => 0.9], ['opacity' => 0.85, 'isClipped' => true]],
            'recoloured' => [['recolour' => ['hue' => 140, 'chroma' => 1.4, 'lightness' => 0.05], 'opacity' => 1], ['opacity' => 1, 'recolour' => ['hue' => -60, 'chroma' => 0.7]]],
        ];
        foreach ($cases as $case => [$forMiddle, $forTop]) {
            $this->ask('PATCH', "/layers/{$middle}", ['mode' => 'normal', ...$forMiddle]);
            foreach (BlendMode::names() as $mode) {
                $this->ask('PATCH', "/layers/{$top}", [...$forTop, 'mode' => $mode]);
                if ($case === 'only over the layer below') {
                    $this->ask('PATCH', "/layers/{$middle}", ['mode' => $mode]);
                }
                $this->waitForRevision();
                $saved = PictureFile::read($this->fetch('/picture?paper=1'))->bitmap();
                $this->assertSeenAs($saved, $this->layersThemselves(fn (): Bitmap => $this->screen($saved->width, $saved->height)), "{$mode}, {$case}");
                if ($case === 'over all' || $mode === 'soft-light') {
                    $this->waitForFlat();
                    $this->assertSeenAs($saved, $this->screen($saved->width, $saved->height), "{$mode}, {$case}, as one picture");
                }
            }
        }
        self::assertSame([], $chrome->log());
    }

    /** What is kept of a sheet when its page goes is shown when it is opened again, and nothing older. */
    public function test_a_sheet_that_was_left_and_opened_again_shows_what_was_on_it(): void
    {
        $chrome = $this->onSheet(500, 300);
        $id = (int) basename($chrome->path());
        $kept = fn (): string => implode(' ', array_map(fn (string $file): string => substr((string) file_get_contents($file), 4, 60), glob(self::$app?->folder."/yarrowfog/derived/pi/pixels-{$id}") ?: []));
        foreach ([[80, '#204060'], [200, '#a04020']] as $round => [$y, $ink]) {
            $this->stroke([[0, 30, $y, 1], [60, 470, $y, 1]], ['size' => 60, 'inks' => ['main' => $ink, 'second' => $ink]]);
            $this->waitForRevision();
            $revision = $chrome->run('return document.querySelector("[data-surface]").dataset.revision');
            $shown = $this->screen(500, 300)->pixels;
            $chrome->open('/keep');
            $chrome->wait('what was left', fn (): bool => str_contains($kept(), " {$id} {$revision}\""));
            $chrome->open("/try/{$id}");
            $chrome->find('[data-surface][data-loaded=yes]');
            $chrome->run('return new Promise(done => requestAnimationFrame(() => requestAnimationFrame(done)))');
            self::assertTrue($shown === $this->screen(500, 300)->pixels, "round {$round}");
        }
        self::assertSame([], $chrome->log());
    }

    public function test_a_stamp_is_moved_and_made_smaller_by_its_handles_and_its_layer_fades_blends_and_hides(): void
    {
        $chrome = $this->onSheet(800, 500);
        $this->stroke([[0, 0, 250, 1], [60, 800, 250, 1]], ['size' => 400, 'inks' => ['main' => '#4a7a90', 'second' => '#ffffff']]);
        $this->waitForRevision();
        $chrome->press('Add a layer');
        $chrome->waitForText('[aria-label=Layers]', 'Layer 2');
        $chrome->click('[aria-label="Harbour seal"]');
        $chrome->pen('[data-surface]', [[0.3, 0.5, 1]]);
        $chrome->find('[data-handle=grip]');
        $chrome->waitForText('[data-history]', 'Last: Painted with Harbour seal.');
        $area = $this->taken();
        // One picture stands for all layers, while it is dragged, too, and nothing is seen of that.
        $seen = $this->layersThemselves(fn (): Bitmap => $this->screen(800, 500));
        $this->waitForFlat();
        $canvases = fn (): mixed => $chrome->run('return [...document.querySelectorAll("[data-surface] canvas.layer")].filter((c) => c.style.display !== "none").map((c) => "flat" in c.dataset ? "flat" : Object.keys(c.dataset).join())');
        $flat = function () use ($chrome): Bitmap {
            $url = $chrome->run('return document.querySelector("[data-flat]").toDataURL()');
            self::assertIsString($url);

            return PictureFile::read((string) base64_decode(substr($url, 22), true))->bitmap();
        };
        self::assertLessThan(3, self::worst($flat(), $seen, new Rect(0, 0, 800, 500)));
        $chrome->pen('[data-handle=grip]', [[0.5, 0.5, 1], [4, 2, 1], [12, 6, 1], [16, 8, 1], [20, 10.5, 1]], halfway: fn () => self::assertSame(['flat', 'ghost'], $canvases()));
        $chrome->waitForText('[data-history]', 'Last: Moved a stroke.');
        $chrome->wait('the print that was dragged to go', fn (): bool => $canvases() === ['flat']);
        // It follows what is painted; the layers are seen themselves while something about them changes.
        $shown = $this->screen(800, 500);
        self::assertGreaterThan(20, self::worst($shown, $seen, new Rect(0, 0, 800, 500)));
        self::assertLessThan(3, self::worst($shown, $this->layersThemselves(fn (): Bitmap => $this->screen(800, 500)), new Rect(0, 0, 800, 500)));
        $this->waitForFlat();
        self::assertSame(['layer', 'layer'], $chrome->run('document.querySelector("[aria-label=\"Layer opacity, typed\"]").closest("div:has(input[type=range])").querySelector("input[type=range]").dispatchEvent(new Event("input", { bubbles: true })); return [...document.querySelectorAll("[data-surface] canvas.layer")].filter((c) => c.style.display !== "none").map((c) => Object.keys(c.dataset).join())'));
        $moved = $this->taken();
        self::assertSame([$area->width, $area->height], [$moved->width, $moved->height]);
        self::assertGreaterThan(200, $moved->x - $area->x);
        $chrome->pen('[data-handle="right bottom"]', [[0.5, 0.5, 1], [-2, -2, 1], [-5, -5, 1]], 'mouse');
        $chrome->waitForText('[data-history]', 'Last: Resized a stroke.');
        $small = $this->taken();
        self::assertLessThan(0.8 * $moved->width, $small->width);
        self::assertEqualsWithDelta($moved->x, $small->x, 4);
        $chrome->pen('[data-handle=turn]', [[0.5, 0.5, 1], [3, 1, 1], [6, 6, 1]], 'mouse');
        $chrome->waitForText('[data-history]', 'Last: Turned a stroke.');
        // A press elsewhere paints, and lets it go.
        $chrome->type('[aria-label="Layer opacity, typed"]', '40');
        $chrome->waitForText('[data-history]', 'at 40 %.');
        $chrome->run('const s = document.querySelector("[aria-label=\"Blend mode of the layer\"]"); s.value = "soft-light"; s.dispatchEvent(new Event("change", { bubbles: true }))');
        $chrome->waitForText('[aria-label=Layers]', 'soft light · 40 %');
        $chrome->waitForText('[data-history]', 'soft-light.');
        $chrome->run('document.activeElement.blur()');
        $seen = $this->screen(800, 500);
        $chrome->keys('body', 'h');
        $chrome->waitForText('[data-history]', 'Last: Layer “Layer 2” hidden.');
        $chrome->wait('a picture without the layer', fn (): bool => $seen->pixels !== $this->screen(800, 500)->pixels);
        $chrome->keys('body', 'h');
        $chrome->waitForText('[data-history]', 'shown.');
        $chrome->wait('the same picture as before', fn (): bool => $seen->pixels === $this->screen(800, 500)->pixels);
        $saved = PictureFile::read($this->fetch('/picture?paper=1'))->bitmap();
        self::assertLessThan(4, self::worst($saved, $seen, $small));
        // All of it is taken back, one thing at a time, after a reload too.
        $chrome->open($chrome->path());
        $chrome->find('[data-surface][data-loaded=yes]');
        foreach (['Layer “Layer 2” hidden', 'Layer “Layer 2”: soft-light', 'Layer “Layer 2” at 40 %', 'Turned a stroke', 'Resized a stroke', 'Moved a stroke', 'Painted with Harbour seal'] as $words) {
            $chrome->keys('body', WebDriverKeys::CONTROL.'z'.WebDriverKeys::NULL);
            $chrome->waitForText('[data-history]', "Last: {$words}.");
        }
        self::assertSame([], $chrome->log());
    }

    public function test_a_stroke_is_taken_up_painted_with_other_brushes_and_put_back(): void
    {
        $chrome = $this->onSheet(600, 400);
        $this->stroke([[0, 60, 300, 0.9], [80, 540, 300, 0.9]], ['size' => 20]);
        $chrome->click('[aria-label="Rope run"]');
        $chrome->pen('[data-surface]', array_map(fn (int $i): array => [0.15 + 0.7 * $i / 30, 0.3 + 0.1 * sin($i / 5), 0.7], range(0, 30)));
        $chrome->waitForText('[data-history]', 'Last: Painted with Rope run.');
        $before = $this->fetch('/picture');
        $chrome->keys('body', 't');
        $chrome->pen('[data-surface]', [[0.99, 0.99, 0.5], [0.99, 0.99, 0.5]], 'mouse');
        $chrome->waitForText('main', 'No stroke lies here. Point at paint, or draw a frame around it.');
        [$x, $y] = $this->inkNear(300, 120);
        $chrome->pen('[data-surface]', [[($x + 0.5) / 600, ($y + 0.5) / 400, 0.5]], 'mouse');
        $chrome->waitForText('[data-taken] h2', 'Rope run');
        $painted = [];
        for ($i = 0; $i < 3; $i++) {
            $name = (string) $chrome->run('return document.querySelectorAll("[aria-label=\"The same stroke with another brush\"] button")[arguments[0]].title.replace("Paint it with ", "")', $i);
            $chrome->click('[aria-label="The same stroke with another brush"] button:nth-of-type('.($i + 1).')');
            $chrome->waitForText('[data-taken] h2', $name);
            $chrome->wait('it to be painted', fn (): bool => ! str_contains($chrome->text('[data-taken]'), 'Painting it anew'));
            $painted[] = $this->fetch('/picture');
        }
        self::assertCount(4, array_unique([$before, ...$painted]));
        for ($i = 0; $i < 3; $i++) {
            $chrome->press('Undo');
            $chrome->wait('the state before', fn (): bool => $this->fetch('/picture') === ([$before, ...$painted][2 - $i]));
        }
        // A frame takes up what lies inside, arrows move it, Delete deletes it.
        $chrome->pen('[data-surface]', [[0.02, 0.02, 0.5], [0.3, 0.4, 0.5], [0.98, 0.98, 0.5]], 'mouse');
        $chrome->waitForText('[data-taken] h2', '2 strokes');
        $chrome->keys('body', WebDriverKeys::SHIFT.WebDriverKeys::ARROW_DOWN.WebDriverKeys::NULL);
        $chrome->wait('the move', fn (): bool => $this->fetch('/picture') !== $before);
        $chrome->keys('body', WebDriverKeys::DELETE);
        $chrome->wait('an empty sheet', fn (): bool => max(PictureFile::read($this->fetch('/picture'))->bitmap()->pixels) === 0);
        $chrome->press('Undo');
        $chrome->press('Undo');
        $chrome->wait('all as it was', fn (): bool => $this->fetch('/picture') === $before);
        self::assertSame([], $chrome->log());
    }

    public function test_a_stroke_has_twins_and_straight_lines_are_straight(): void
    {
        $chrome = $this->onSheet(600, 400);
        $chrome->run('const s = document.querySelector("[aria-label=Symmetry]"); s.value = "turned 4"; s.dispatchEvent(new Event("change", { bubbles: true }))');
        $chrome->find('[data-handle=middle]');
        $chrome->click('[aria-label="Round pen"]');
        $chrome->pen('[data-surface]', array_map(fn (int $i): array => [0.6 + 0.1 * $i / 20, 0.45, 0.7], range(0, 20)));
        $chrome->wait('four strokes', fn (): bool => str_contains($chrome->text('[data-history]'), '4 steps'));
        $picture = PictureFile::read($this->fetch('/picture'))->bitmap();
        // 90 px to the right of the middle and 20 above it, and so turned around it.
        foreach ([[390, 180], [320, 290], [210, 220], [280, 110]] as [$x, $y]) {
            self::assertGreaterThan(200, $picture->at($x, $y) & 255);
        }
        $chrome->run('const s = document.querySelector("[aria-label=Symmetry]"); s.value = "none"; s.dispatchEvent(new Event("change", { bubbles: true }))');
        for ($i = 0; $i < 4; $i++) {
            $chrome->press('Undo');
        }
        $chrome->wait('an empty sheet', fn (): bool => max(PictureFile::read($this->fetch('/picture'))->bitmap()->pixels) === 0);
        $chrome->hold('Shift', fn () => $chrome->pen('[data-surface]', [[0.2, 0.5, 0.7], [0.4, 0.2, 0.7], [0.6, 0.8, 0.7], [0.8, 0.5, 0.7]]));
        $chrome->waitForText('[data-history]', 'Last: Painted with Round pen.');
        $picture = PictureFile::read($this->fetch('/picture'))->bitmap();
        self::assertSame([true, true, true], array_map(fn (int $x): bool => ($picture->at($x, 200) & 255) > 200, [180, 300, 420]));
        self::assertSame([0, 0], [$picture->at(240, 90), $picture->at(360, 310)]);
        self::assertSame([], $chrome->log());
    }

    public function test_the_sheet_is_seen_px_for_px_and_its_pixels_are_parted_when_they_are_large(): void
    {
        $chrome = $this->onSheet(2000, 1500);
        $width = fn (): float => (float) $chrome->run('return document.querySelector("[data-surface]").getBoundingClientRect().width');
        $fitted = $width();
        self::assertLessThan(1000, $fitted);
        $chrome->keys('body', '0');
        $chrome->wait('it px for px', fn (): bool => abs($width() - 2000) < 0.01);
        self::assertStringContainsString('100 %', $chrome->text('main'));
        self::assertFalse($chrome->run('return document.querySelector("[data-surface]").hasAttribute("data-grid")'));
        for ($i = 0; $i < 8; $i++) {
            $chrome->keys('body', '+');
        }
        self::assertTrue($chrome->run('return document.querySelector("[data-surface]").hasAttribute("data-grid")'));
        $chrome->keys('body', 'f');
        $chrome->wait('it to fit', fn (): bool => abs($width() - $fitted) < 0.01);
        self::assertSame([], $chrome->log());
    }

    /** Marks drawn on any sheet become a tip: boxed, cut, and kept as a brush that paints. */
    public function test_marks_on_a_sheet_are_boxed_and_cut_into_a_tip(): void
    {
        $chrome = $this->onSheet(600, 400);
        foreach ([[40, '#101010'], [70, '#808080'], [100, '#404040']] as [$d, $grey]) {
            $this->stroke([[0, 150 + $d, 150, 1], [30, 180 + $d, 150 + $d, 1]], ['size' => 30, 'inks' => ['main' => $grey, 'second' => $grey]]);
        }
        $this->waitForRevision();
        $chrome->keys('body', 'a');
        $chrome->waitForText('[data-area]', 'Draw a box around paint.');
        $chrome->pen('[data-surface]', [[0.2, 0.2, 1], [0.5, 0.5, 1], [0.7, 0.9, 1]], 'mouse');
        $chrome->waitForText('[data-area]', '300 × 280 px of the sheet');
        $chrome->press('Cut it');
        $chrome->waitForPath('/cut/');
        $chrome->press('Make tip');
        $chrome->waitForPath('/tune/');
        $chrome->wait('a swatch', fn (): bool => $this->painted('main canvas') > 0);
        self::assertSame([], $chrome->log());
    }

    public function test_layers_change_places_by_keys_and_by_dragging_and_are_renamed(): void
    {
        $chrome = $this->onSheet(300, 200);
        $chrome->press('Add a layer');
        $chrome->waitForText('[aria-label=Layers]', 'Layer 2');
        $chrome->press('Add a layer');
        $chrome->waitForText('[aria-label=Layers]', 'Layer 3');
        $names = fn (): array => (array) $chrome->run('return [...document.querySelectorAll("[data-row] button span:first-child")].map(s => s.textContent)');
        self::assertSame(['Layer 3', 'Layer 2', 'Paint'], $names());
        $chrome->keys('body', WebDriverKeys::ALT.WebDriverKeys::PAGE_DOWN.WebDriverKeys::NULL);
        $chrome->wait('the other order', fn (): bool => $names() === ['Layer 2', 'Layer 3', 'Paint']);
        $chrome->keys('body', WebDriverKeys::PAGE_DOWN);
        $chrome->press('Rename');
        $chrome->type('[aria-label="Name of the layer"]', 'Wash');
        $chrome->wait('the new name', fn (): bool => $names() === ['Layer 2', 'Layer 3', 'Wash']);
        $chrome->pen('[data-row]:last-child', [[0.12, 0.5, 1], [0.12, -0.6, 1], [0.12, -1.6, 1]], 'mouse');
        $chrome->wait('it to be on top', fn (): bool => $names() === ['Wash', 'Layer 2', 'Layer 3']);
        $chrome->waitForText('[data-history]', 'Last: Layers put in another order.');
        $chrome->press('Undo');
        $chrome->wait('the order before', fn (): bool => $names() === ['Layer 2', 'Layer 3', 'Wash']);
        $this->assertAccessible();
    }

    public function test_a_photo_lies_on_a_layer_of_its_own_and_is_painted_over_on_another(): void
    {
        $chrome = $this->onSheet(600, 400);
        $file = sys_get_temp_dir().'/yarrowfog-quay-'.bin2hex(random_bytes(5)).'.png';
        file_put_contents($file, PictureFile::png(Bitmap::ofColour(900, 600, 0x203050FF)));
        $chrome->upload('[aria-label="Lay a picture on the sheet"]', $file);
        $chrome->waitForText('[data-history]', 'laid on the sheet.');
        unlink($file);
        $chrome->wait('the photo', fn (): bool => $this->screen(600, 400)->at(300, 200) === 0x203050FF);
        $chrome->pen('[data-surface]', [[0.5, 0.5, 1]]);
        $chrome->waitForText('main', 'holds a picture, and stays as it is. Paint on another one, or add one.');
        $chrome->press('Add a layer');
        $chrome->waitForText('[aria-label=Layers]', 'Layer 3');
        $chrome->click('[aria-label="Barnacle"]');
        $chrome->pen('[data-surface]', array_map(fn (int $i): array => [0.2 + 0.6 * $i / 20, 0.3, 0.8], range(0, 20)));
        $chrome->waitForText('[data-history]', 'Last: Painted with Barnacle.');
        $chrome->press('Merge down');
        $chrome->waitForText('[data-history]', 'merged into');
        $chrome->wait('the stars on the photo', fn (): bool => ! str_contains($chrome->text('[aria-label=Layers]'), 'Layer 3') && count(array_unique($this->screen(600, 400)->pixels)) > 50);
        $chrome->press('Undo');
        $chrome->waitForText('[aria-label=Layers]', 'Layer 3');
        self::assertSame([], $chrome->log());
    }

    /** What another page does on the sheet is seen here within a second or so, and there is one history. */
    public function test_two_pages_on_one_sheet_see_what_the_other_does(): void
    {
        $chrome = $this->onSheet(300, 200);
        $this->stroke([[0, 30, 30, 1], [40, 250, 150, 1]], ['size' => 40]);
        $chrome->wait('the stroke of the other page', fn (): bool => (int) $chrome->run('const c = document.querySelector("[data-surface] canvas"); return c.getContext("2d").getImageData(140, 90, 1, 1).data[3]') > 0);
        $chrome->wait('the history of both', fn (): bool => str_contains($chrome->text('[data-history]'), '1 step can be undone.'));
        $this->addLayer('From elsewhere');
        $chrome->waitForText('[aria-label=Layers]', 'From elsewhere');
        $chrome->press('Undo');
        $chrome->wait('one layer', fn (): bool => ! str_contains($chrome->text('[aria-label=Layers]'), 'From elsewhere'));
        self::assertSame([], $chrome->log());
    }

    /** Few values of a thousand may be off by more than 2 of 255: a canvas keeps 8 bits, premultiplied, at the soft edges of thin paint. */
    private function assertSeenAs(Bitmap $saved, Bitmap $seen, string $what): void
    {
        $worst = $far = 0;
        foreach ($seen->pixels as $i => $pixel) {
            foreach ([24, 16, 8] as $shift) {
                $off = abs(($pixel >> $shift & 255) - ($saved->pixels[$i] >> $shift & 255));
                $worst = max($worst, $off);
                $far += $off > 2 ? 1 : 0;
            }
        }
        self::assertLessThanOrEqual(self::FAR, $far, $what);
        self::assertLessThanOrEqual(8, $worst, $what);
    }

    private function waitForFlat(): void
    {
        $this->chrome()->find('[data-surface] > [data-flat]');
    }

    /**
     * Looks while the layers are seen themselves: no picture of them all is drawn meanwhile.
     *
     * @param  Closure(): Bitmap  $look
     */
    private function layersThemselves(Closure $look): Bitmap
    {
        $draw = fn (bool $isWanted): mixed => $this->chrome()->run('const whole = document.querySelector("main")._x_dataStack[0].view.layers.whole; whole.isWanted ??= whole.layers.isWorthIt; whole.layers.isWorthIt = arguments[0] ? whole.isWanted : () => false; whole.restart()', $isWanted);
        $draw(false);
        $seen = $look();
        self::assertNull($this->chrome()->run('return document.querySelector("[data-surface] > [data-flat]")'));
        $draw(true);

        return $seen;
    }

    /** The sheet as it is seen, px for px. */
    private function screen(int $width, int $height): Bitmap
    {
        $chrome = $this->chrome();
        $file = sys_get_temp_dir().'/yarrowfog-screen-'.bin2hex(random_bytes(5)).'.png';
        $chrome->run('document.querySelectorAll("[data-handles]").forEach(h => { h.style.visibility = "hidden"; }); return new Promise(done => requestAnimationFrame(() => requestAnimationFrame(done)))');
        $chrome->screenshot($file);
        $chrome->run('document.querySelectorAll("[data-handles]").forEach(h => { h.style.visibility = ""; })');
        $box = (array) $chrome->run('const b = document.querySelector("[data-surface]").getBoundingClientRect(); return [b.left, b.top, b.width, b.height]');
        self::assertSame([$width, $height], [(int) $box[2], (int) $box[3]], 'the sheet is shown at 100 %');
        $picture = PictureFile::read((string) file_get_contents($file))->bitmap();
        unlink($file);

        return $picture->crop(new Rect((int) $box[0], (int) $box[1], $width, $height));
    }

    /** The greatest difference of a channel inside an area. */
    private static function worst(Bitmap $one, Bitmap $other, Rect $area): int
    {
        $worst = 0;
        for ($y = $area->y; $y < $area->bottom(); $y++) {
            for ($x = $area->x; $x < $area->right(); $x++) {
                foreach ([24, 16, 8] as $shift) {
                    $worst = max($worst, abs(($one->at($x, $y) >> $shift & 255) - ($other->at($x, $y) >> $shift & 255)));
                }
            }
        }

        return $worst;
    }

    /** Where the stroke lies that has handles. */
    private function taken(): Rect
    {
        return new Rect(...array_map(intval(...), (array) $this->chrome()->run('const r = document.querySelector("[data-handle=move]"); return ["x", "y", "width", "height"].map(k => Number(r.getAttribute(k)))')));
    }

    /** @return array{int, int} a place with paint in a column, near a row */
    private function inkNear(int $x, int $y): array
    {
        $picture = PictureFile::read($this->fetch('/picture'))->bitmap();
        for ($d = 0; $d < 60; $d++) {
            foreach ([[$x + $d, $y], [$x, $y + $d], [$x, $y - $d], [$x + $d, $y + $d]] as [$px, $py]) {
                if (($picture->at($px, $py) & 255) > 200) {
                    return [$px, $py];
                }
            }
        }
        self::fail('There is no paint there.');
    }
}
