<?php

declare(strict_types=1);

namespace Tests\Browser;

use App\Pictures\PictureFile;
use Facebook\WebDriver\WebDriverKeys;
use Yarrowfog\Core\Raster\Bitmap;

/** What is at hand while painting: settings, inks, pressure without a pen, the view, the paper. */
final class TryHandTest extends BrowserTestCase
{
    use OnSheets;

    protected const WITH_DEMO = true;

    private const LINE = [[0.15, 0.5, 0.5], [0.3, 0.5, 0.5], [0.45, 0.5, 0.5], [0.6, 0.5, 0.5], [0.75, 0.5, 0.5], [0.9, 0.5, 0.5]];

    public function test_a_pin_in_tune_puts_a_setting_at_hand_and_it_is_this_hands_until_it_is_kept(): void
    {
        $chrome = $this->chrome();
        $chrome->open('/tune/5');
        $chrome->wait('the pins', fn (): bool => $chrome->run('return document.querySelector("[data-pin=spacing]") !== null') === true);
        $chrome->run('document.querySelector("[data-pin=spacing]").click()');
        $chrome->find('[data-pin=spacing][aria-pressed=true]');
        $chrome->run('document.querySelector("[data-pin=onePerPress]").click()');
        $chrome->find('[data-pin=onePerPress][aria-pressed=true]');
        $chrome->wait('both to be kept', fn (): bool => $chrome->run('return fetch(location.href).then(r => r.text()).then(t => t.includes("\"atHand\":[\"spacing\",\"onePerPress\"]"))') === true);
        $this->onSheet(600, 300);
        $chrome->click('[aria-label="Harbour seal"]');
        $chrome->find('[data-at-hand=onePerPress] select');
        $kept = $chrome->run('return document.querySelector("[data-at-hand=spacing] .slider-value").value');
        $chrome->type('[data-at-hand=spacing] .slider-value', '400');
        $chrome->type('[aria-label="Size, typed"]', '60');
        $chrome->pen('[data-surface]', self::LINE);
        $chrome->waitForText('[data-history]', 'Last: Painted with Harbour seal.');
        // 450 px of way, a print every 240.
        self::assertSame(2, $this->stampsAcross());
        $chrome->press('As kept');
        $chrome->wait('what was kept', fn (): bool => $chrome->run('return document.querySelector("[data-at-hand=spacing] .slider-value").value') === $kept);
        $chrome->type('[data-at-hand=spacing] .slider-value', '300');
        $chrome->press('Keep for this brush');
        $chrome->waitForText('[data-dock]', 'Kept for Harbour seal, as a new version.');
        $chrome->open('/tune/5');
        self::assertSame('300 %', $chrome->run('return [...document.querySelectorAll(".slider-value")].find(i => i.ariaLabel === "Spacing, typed").value'));
        self::assertSame([], $chrome->log());
    }

    public function test_the_sheet_stays_where_it_is_whichever_brush_is_taken(): void
    {
        $chrome = $this->onSheet(1600, 1000);
        $place = fn (): mixed => $chrome->run('return new Promise(done => requestAnimationFrame(() => requestAnimationFrame(() => { const b = document.querySelector("[data-surface]").getBoundingClientRect(); done([b.left, b.top, b.width, b.height]); })))');
        $dials = fn (): int => (int) $chrome->run('return document.querySelectorAll("[data-at-hand]").length');
        $places = [];
        foreach (['Ink brush', 'Round pen', 'Gulls', 'Ink brush'] as $brush) {
            $chrome->click("[aria-label='{$brush}']");
            $chrome->find("[aria-label='{$brush}'][aria-pressed=true]");
            $places["{$brush}, settings at hand: {$dials()}"] = $place();
        }
        self::assertArrayHasKey('Round pen, settings at hand: 0', $places);
        self::assertArrayHasKey('Ink brush, settings at hand: 2', $places);
        self::assertCount(1, array_unique(array_map(json_encode(...), $places)));
    }

    /** Whatever can be pressed in the top row is not covered by anything. */
    public function test_in_a_narrow_window_all_of_the_top_row_can_be_pressed(): void
    {
        $chrome = $this->onSheet(1600, 1000);
        $chrome->resize(1024, 760);
        try {
            $covered = fn (): mixed => $chrome->run('return [...document.querySelectorAll("main button, main select, main a")].filter(e => { const b = e.getBoundingClientRect(); return b.width > 0 && b.top < 140; }).filter(e => { const b = e.getBoundingClientRect(); const on = document.elementFromPoint(b.left + b.width / 2, b.top + b.height / 2); return !e.disabled && !(on && e.contains(on)); }).map(e => e.textContent.trim().slice(0, 30))');
            self::assertSame([], $covered());
            self::assertTrue($chrome->run('return document.documentElement.scrollWidth <= window.innerWidth'));
        } finally {
            $chrome->resize(1280, 800);
        }
    }

    public function test_any_brush_paints_erases_and_smudges(): void
    {
        $chrome = $this->onSheet(600, 300);
        $chrome->click('[aria-label="Round pen"]');
        $chrome->type('[aria-label="Size, typed"]', '90');
        $chrome->pen('[data-surface]', self::LINE);
        $chrome->waitForText('[data-history]', 'Last: Painted');
        $painted = $this->ink();
        $chrome->keys('body', 'w');
        $chrome->find('[aria-label="What the brush does"] button:nth-of-type(2)[aria-pressed=true]');
        $chrome->pen('[data-surface]', [[0.45, 0.2, 1], [0.5, 0.5, 1], [0.55, 0.8, 1]]);
        $chrome->waitForText('[data-history]', 'Last: Erased');
        self::assertLessThan(0.9 * $painted, $this->ink());
        $chrome->press('smudges');
        $chrome->pen('[data-surface]', [[0.2, 0.5, 1], [0.2, 0.7, 1], [0.2, 0.9, 1]]);
        $chrome->waitForText('[data-history]', 'Last: Smudged');
        $chrome->click('[aria-label="Harbour seal"]');
        $chrome->find('[aria-label="What the brush does"] button:nth-of-type(1)[aria-pressed=true]');
    }

    public function test_inks_change_places_and_are_picked_from_the_sheet(): void
    {
        $chrome = $this->onSheet(600, 300);
        $this->stroke([[0, 100, 150, 1], [40, 500, 150, 1]], ['size' => 200, 'inks' => ['main' => '#2f7a58', 'second' => '#2f7a58']]);
        $this->waitForRevision();
        $chrome->click('[aria-label^="Main ink,"]');
        $chrome->find('[data-ink-chart] canvas[data-painted]');
        $chrome->type('[aria-label^="sRGB"]', '#b03060');
        $chrome->find('[aria-label="Main ink, #b03060"]');
        $second = $chrome->find('[aria-label^="Second ink,"]')->getAttribute('aria-label');
        $chrome->click('[aria-label="Change the inks for each other"]');
        $chrome->find('[aria-label="Second ink, #b03060"]');
        $chrome->find('[aria-label="Main ink, '.substr((string) $second, -7).'"]');
        $chrome->keys('body', 'r');
        $chrome->find('[aria-label="Main ink, #b03060"]');
        $chrome->press('Pick one from the sheet');
        $chrome->pen('[data-surface]', [[0.8, 0.5, 1]]);
        $chrome->find('[aria-label="Main ink, #2f7a58"]');
        self::assertSame(1, $this->strokes(), 'picking paints nothing');
        $chrome->click('[aria-label^="Main ink,"]');
        $this->chrome()->hold('c', fn () => $chrome->pen('[data-surface]', [[0.02, 0.05, 1]]));
        $chrome->find('[aria-label="Main ink, #fbfbf9"]');
        self::assertSame(1, $this->strokes());
    }

    public function test_a_mouse_borrows_pressure(): void
    {
        $chrome = $this->onSheet(600, 300);
        $chrome->click('[aria-label="Round pen"]');
        $chrome->type('[aria-label="Size, typed"]', '80');
        $chrome->click('[data-hand] > button');
        $chrome->run('const s = document.querySelector("[data-hand] select"); s.value = "practised"; s.dispatchEvent(new Event("change", { bubbles: true }))');
        $chrome->waitForText('[data-hand]', 'lent a practised hand');
        $chrome->pen('[data-surface]', self::LINE, 'mouse');
        $chrome->waitForText('[data-history]', 'Last: Painted with Round pen.');
        // A slow swell presses lightly at its ends and firmly in its middle.
        $picture = $this->saved();
        self::assertGreaterThan(1.25 * self::thickness($picture, 100), self::thickness($picture, 315));
        self::assertGreaterThan(1.25 * self::thickness($picture, 530), self::thickness($picture, 315));
        $chrome->keys('body', WebDriverKeys::CONTROL.'z'.WebDriverKeys::NULL);
        $chrome->waitForText('[data-history]', 'Nothing to undo.');
        $chrome->run('const s = document.querySelector("[data-hand] select"); s.value = "key"; s.dispatchEvent(new Event("change", { bubbles: true }))');
        $chrome->pen('[data-surface]', self::LINE, 'mouse');
        $chrome->waitForText('[data-history]', 'Last: Painted with Round pen.');
        $light = self::thickness($this->saved(), 450);
        $chrome->keys('body', WebDriverKeys::CONTROL.'z'.WebDriverKeys::NULL);
        $chrome->waitForText('[data-history]', 'Nothing to undo.');
        $chrome->hold('d', fn () => $chrome->pen('[data-surface]', self::LINE, 'mouse', 120));
        $chrome->waitForText('[data-history]', 'Last: Painted with Round pen.');
        self::assertGreaterThan(1.5 * $light, self::thickness($this->saved(), 450));
    }

    public function test_the_view_is_turned_and_mirrored_and_paint_goes_where_it_is_seen(): void
    {
        $chrome = $this->onSheet(600, 300);
        $chrome->keys('body', 'lllm');
        $chrome->waitForText('[data-view]', 'mirrored');
        self::assertSame('100 % · -45° · mirrored', $chrome->text('[data-view]'));
        // The middle of the right side of the sheet, wherever it is seen.
        $box = (array) $chrome->run('const b = document.querySelector("[data-surface]").getBoundingClientRect(); return [b.left + b.width / 2, b.top + b.height / 2]');
        $at = fn (float $x, float $y): array => [(int) round($box[0] + (-cos(deg2rad(-45)) * ($x - 300) - sin(deg2rad(-45)) * ($y - 150))), (int) round($box[1] + (-sin(deg2rad(-45)) * ($x - 300) + cos(deg2rad(-45)) * ($y - 150)))];
        $chrome->click('[aria-label="Round pen"]');
        $chrome->type('[aria-label="Size, typed"]', '40');
        $mat = (array) $chrome->run('const b = document.querySelector("main").getBoundingClientRect(); return [b.left, b.top, b.width, b.height]');
        $part = fn (array $place): array => [($place[0] - $mat[0]) / $mat[2], ($place[1] - $mat[1]) / $mat[3], 1];
        $chrome->pen('main', [$part($at(420, 60)), $part($at(430, 70))]);
        $chrome->waitForText('[data-history]', 'Last: Painted with Round pen.');
        [$left, $top, $right, $bottom] = self::bounds($this->saved());
        self::assertEqualsWithDelta(425, ($left + $right) / 2, 4);
        self::assertEqualsWithDelta(65, ($top + $bottom) / 2, 4);
        $chrome->keys('body', 'u');
        $chrome->wait('the view upright', fn (): bool => $chrome->text('[data-view]') === '100 %');
        self::assertSame([], $chrome->log());
    }

    public function test_two_fingers_move_zoom_and_turn_and_one_paints_until_a_pen_is_seen(): void
    {
        $chrome = $this->onSheet(600, 300);
        $chrome->click('[aria-label="Round pen"]');
        $chrome->fingers('[data-surface]', [[[0.3, 0.5], [0.4, 0.5], [0.5, 0.5], [0.6, 0.5]]]);
        $chrome->waitForText('[data-history]', 'Last: Painted with Round pen.');
        self::assertSame(1, $this->strokes());
        // Twice as far apart, a quarter of a turn.
        $chrome->fingers('[data-surface]', [[[0.4, 0.5], [0.43, 0.35], [0.5, 0.25], [0.5, 0.1]], [[0.6, 0.5], [0.57, 0.65], [0.5, 0.75], [0.5, 0.9]]]);
        $chrome->wait('another view', fn (): bool => str_contains($chrome->text('[data-view]'), '90°'));
        self::assertMatchesRegularExpression('/^(19[0-9]|20[0-9]) % · 90°$/', $chrome->text('[data-view]'));
        self::assertSame(1, $this->strokes(), 'and nothing is painted');
        $chrome->keys('body', 'u');
        $chrome->pen('[data-surface]', [[0.3, 0.2, 1], [0.6, 0.2, 1]]);
        $chrome->wait('the pen', fn (): bool => $this->strokes() === 2);
        $chrome->fingers('[data-surface]', [[[0.3, 0.8], [0.4, 0.8], [0.6, 0.8]]]);
        $chrome->pen('[data-surface]', [[0.3, 0.3, 1], [0.6, 0.3, 1]]);
        $chrome->wait('the pen again', fn (): bool => $this->strokes() === 3);
        self::assertLessThan(150, self::bounds($this->saved())[1]);
        self::assertLessThan(230, self::bounds($this->saved())[3], 'a resting hand paints nothing');
    }

    public function test_a_line_goes_on_from_where_the_last_stroke_ended(): void
    {
        $chrome = $this->onSheet(600, 300);
        $chrome->click('[aria-label="Round pen"]');
        $chrome->type('[aria-label="Size, typed"]', '10');
        $chrome->pen('[data-surface]', [[0.1, 0.2, 1], [0.2, 0.2, 1]]);
        $chrome->waitForText('[data-history]', 'Last: Painted');
        $chrome->hold('g', fn () => $chrome->pen('[data-surface]', [[0.8, 0.8, 1]]));
        $chrome->wait('the line', fn (): bool => $this->strokes() === 2);
        $picture = $this->saved();
        // From (120, 60) to (480, 240), and its middle between them.
        foreach ([[120, 60], [300, 150], [478, 239]] as [$x, $y]) {
            self::assertGreaterThan(200, $picture->at($x, $y) & 255, "{$x}, {$y}");
        }
        self::assertSame(0, $picture->at(300, 120) & 255);
    }

    public function test_the_paper_has_a_colour_and_a_tooth_and_both_are_undone(): void
    {
        $chrome = $this->onSheet(600, 300);
        $chrome->run('const i = document.querySelector("[aria-label=\"Colour of the paper\"]"); i.value = "#d8e2e4"; i.dispatchEvent(new Event("input", { bubbles: true }))');
        $chrome->waitForText('[data-history]', 'Last: Paper in another colour.');
        $chrome->run('const s = document.querySelector("[aria-label=\"Tooth of the paper\"]"); s.value = "slate"; s.dispatchEvent(new Event("change", { bubbles: true }))');
        $chrome->waitForText('[data-history]', 'Last: Paper: slate.');
        $chrome->open($chrome->path());
        $chrome->find('[data-surface][data-loaded=yes]');
        self::assertSame('rgb(216, 226, 228)', $chrome->run('return getComputedStyle(document.querySelector("[data-surface]")).backgroundColor'));
        self::assertSame('slate', $chrome->run('return document.querySelector("[aria-label=\"Tooth of the paper\"]").value'));
        $chrome->press('Undo');
        $chrome->waitForText('[data-history]', 'Last: Paper in another colour.');
        $chrome->press('Undo');
        $chrome->wait('the first paper', fn (): bool => $chrome->run('return getComputedStyle(document.querySelector("[data-surface]")).backgroundColor') === 'rgb(251, 251, 249)');
    }

    public function test_brushes_are_found_pinned_and_shelved(): void
    {
        $chrome = $this->onSheet(300, 200);
        $names = fn (): array => (array) $chrome->run('return [...document.querySelectorAll("[data-brush]")].map(b => b.ariaLabel)');
        $all = $names();
        $chrome->type('[aria-label="Find a brush"]', 'ra li');
        $chrome->wait('one brush', fn (): bool => $names() === ['Rain line']);
        $chrome->type('[aria-label="Find a brush"]', 'zebra');
        $chrome->waitForText('[data-dock]', 'No brush is called so.');
        $chrome->run('const i = document.querySelector("[aria-label=\"Find a brush\"]"); i.value = ""; i.dispatchEvent(new Event("input", { bubbles: true }))');
        $chrome->wait('all', fn (): bool => $names() === $all);
        $chrome->run('document.querySelector("[aria-label=\"Pin Rope run\"]").click()');
        $chrome->wait('the pinned one first', fn (): bool => $names()[0] === 'Rope run');
        $chrome->run('const s = document.querySelector("[aria-label=\"Which brushes\"]"); s.value = "pinned"; s.dispatchEvent(new Event("change", { bubbles: true }))');
        $chrome->wait('only that', fn (): bool => $names() === ['Rope run']);
        $chrome->run('document.querySelector("[aria-label=\"Unpin Rope run\"]").click()');
        $chrome->waitForText('[data-dock]', 'No brush is called so.');
    }

    public function test_a_free_outline_is_cleared_and_cut(): void
    {
        $chrome = $this->onSheet(600, 300);
        $this->stroke([[0, 0, 150, 1], [40, 600, 150, 1]], ['size' => 700]);
        $this->waitForRevision();
        $chrome->keys('body', 'a');
        $chrome->press('Free outline');
        // A triangle, of which a box would take twice as much.
        $chrome->pen('[data-surface]', [[0.3, 0.2, 1], [0.7, 0.2, 1], [0.3, 0.8, 1], [0.3, 0.2, 1]]);
        $chrome->waitForText('[data-area]', '240 × 180 px');
        $chrome->press('Clear inside');
        $chrome->waitForText('[data-history]', 'cleared');
        $picture = $this->saved();
        self::assertSame([0, 255], [$picture->at(220, 90) & 255, $picture->at(380, 200) & 255]);
        $chrome->press('Undo');
        $chrome->waitForText('[data-history]', 'Last: Painted');
        self::assertSame(255, $this->saved()->at(220, 90) & 255);
        $chrome->press('Cut it');
        $chrome->waitForPath('/cut/');
        self::assertSame([], $chrome->log());
    }

    public function test_it_is_saved_and_traced_from_its_menu(): void
    {
        $chrome = $this->onSheet(600, 300);
        $this->stroke([[0, 100, 80, 1], [40, 300, 220, 1], [90, 500, 90, 1]], ['size' => 20]);
        $this->waitForRevision();
        $chrome->run('window.saved = []; HTMLAnchorElement.prototype.click = function () { window.saved.push([this.download, this.href]); }; const make = URL.createObjectURL; URL.createObjectURL = (blob) => { window.blob = blob; return make(blob); }');
        $size = fn (): int => count((array) $chrome->run('return window.saved'));
        foreach (['PNG' => 'layers.png', 'JPEG' => 'layers.jpg', 'TIFF' => 'layers.tiff'] as $format => $name) {
            $n = $size();
            $chrome->press('Save');
            $chrome->press($format);
            $chrome->press('Save the picture');
            $chrome->wait($format, fn (): bool => $size() > $n);
            self::assertSame($name, $chrome->run('return window.saved.at(-1)[0]'));
        }
        $chrome->press('Save');
        $chrome->click('[data-saves] .border-t .quiet:last-child');
        $chrome->waitForText('[data-traced-words]', 'px from them at most.');
        self::assertMatchesRegularExpression('/^\d+ curves in one ink, \d+ kB\. The ink lies 0\.\d\d px from them at most\.$/', $chrome->text('[data-traced-words]'));
        self::assertSame(1, $chrome->run('return document.querySelectorAll("svg path[vector-effect]").length'));
        $before = (int) $chrome->text('[data-traced-words]');
        $chrome->type('[data-tracing] .slider-value', '4');
        $chrome->wait('fewer curves', fn (): bool => (int) $chrome->text('[data-traced-words]') < $before && (int) $chrome->text('[data-traced-words]') > 0);
        $n = $size();
        $chrome->press('Save SVG');
        $chrome->wait('the file', fn (): bool => $size() > $n);
        $svg = (string) $chrome->run('return window.blob.text()');
        self::assertStringContainsString((string) $chrome->run('return document.querySelector("svg path[vector-effect]").getAttribute("d")'), $svg);
        $chrome->press('Put away');
        self::assertSame(0, $chrome->run('return document.querySelectorAll("svg path[vector-effect]").length'));
        self::assertSame([], $chrome->log());
    }

    public function test_the_wall_of_sheets(): void
    {
        $chrome = $this->chrome();
        $chrome->open('/sheets');
        $chrome->run('const s = document.querySelector("form select"); s.value = "a5"; s.dispatchEvent(new Event("change", { bubbles: true }))');
        $chrome->waitForText('[data-size-words]', '1,748 × 2,480 px, 148 × 210 mm');
        $chrome->click('[aria-label="Change width for height"]');
        $chrome->waitForText('[data-size-words]', '2,480 × 1,748 px, 210 × 148 mm');
        // Typed with Enter, which makes it.
        $chrome->type('input[placeholder=Sheet]', 'Tide table');
        $chrome->waitForPath('/try/');
        $chrome->find('[data-surface][data-loaded=yes]');
        $id = basename($chrome->path());
        $chrome->click('main a[href$="/sheets"]');
        $card = "[data-wall] [data-sheet=\"{$id}\"]";
        $chrome->waitForText($card, '2,480 × 1,748 px');
        $chrome->click("{$card} button:nth-of-type(1)");
        $names = fn (): array => (array) $chrome->run('return [...document.querySelectorAll("[data-wall] input")].map(i => i.value)');
        $chrome->wait('a copy', fn (): bool => $names()[0] === 'Tide table again');
        $chrome->type('[data-wall] li:first-of-type input', 'Neap tides');
        $chrome->click("{$card} .quiet:last-child");
        $chrome->waitForText('main [role=status].flex', '“Tide table” is set aside.');
        self::assertNotContains('Tide table', $names());
        $chrome->open('/sheets');
        self::assertContains('Neap tides', $names());
        $chrome->waitForText('[data-aside]', 'Tide table');
        $chrome->press('Bring it back');
        $chrome->wait('it', fn (): bool => in_array('Tide table', $names(), true));
        $chrome->type('[data-wall] li:first-of-type input', '   ');
        $chrome->waitForText('main', 'A sheet needs a name.');
        // The browser notes every answer that refuses.
        self::assertCount(1, $chrome->log());
        $this->assertAccessible();
    }

    private function saved(): Bitmap
    {
        return PictureFile::read($this->fetch('/picture'))->bitmap();
    }

    private function ink(): int
    {
        return array_sum(array_map(fn (int $pixel): int => $pixel & 255, $this->saved()->pixels));
    }

    private function strokes(): int
    {
        $words = json_decode((string) $this->chrome()->run(<<<'JS'
            return fetch('/sheets/' + location.pathname.split('/').pop() + '/taken', { method: 'POST', headers: { 'Content-Type': 'application/json', Accept: 'application/json', 'X-CSRF-TOKEN': document.querySelector('meta[name=csrf-token]').content }, body: JSON.stringify({ frame: { x: -10, y: -10, width: 5000, height: 5000 } }) }).then(r => r.text());
            JS), true);

        return is_array($words) ? count((array) ($words['strokes'] ?? [])) : -1;
    }

    /** Stretches of painted columns. */
    private function stampsAcross(): int
    {
        $picture = $this->saved();
        $count = 0;
        $was = false;
        for ($x = 0; $x < $picture->width; $x++) {
            $is = self::thickness($picture, $x) > 0;
            $count += $is && ! $was ? 1 : 0;
            $was = $is;
        }

        return $count;
    }

    private static function thickness(Bitmap $picture, int $x): int
    {
        $count = 0;
        for ($y = 0; $y < $picture->height; $y++) {
            $count += ($picture->at($x, $y) & 255) > 60 ? 1 : 0;
        }

        return $count;
    }

    /** @return array{int, int, int, int} left, top, right and bottom of what is painted */
    private static function bounds(Bitmap $picture): array
    {
        $bounds = [$picture->width, $picture->height, 0, 0];
        foreach ($picture->pixels as $i => $pixel) {
            if (($pixel & 255) > 60) {
                [$x, $y] = [$i % $picture->width, intdiv($i, $picture->width)];
                $bounds = [min($bounds[0], $x), min($bounds[1], $y), max($bounds[2], $x), max($bounds[3], $y)];
            }
        }

        return $bounds;
    }
}
