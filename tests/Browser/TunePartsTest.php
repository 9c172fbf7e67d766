<?php

declare(strict_types=1);

namespace Tests\Browser;

use PHPUnit\Framework\Attributes\TestWith;

/** What a brush is made of and who made it; and that nothing of it is lost. */
final class TunePartsTest extends BrowserTestCase
{
    protected const WITH_DEMO = true;

    private const SWATCH = '[x-ref=swatch]';

    protected function tearDown(): void
    {
        // A test that failed while the server was away must not fail the others.
        $this->app()->start();
    }

    public function test_the_barnacle_becomes_a_scatter_brush_and_a_dash_border(): void
    {
        $chrome = $this->tune(6);
        // Scatter: thrown to both sides, in twos and threes, turned by chance; a pen shows it.
        $this->set('Spacing', '70 %');
        $this->set('Scatter across', '140 %');
        $this->set('Count', '3');
        $this->set('Count spread', '60 %');
        $chrome->pen('[x-ref=mat]', array_map(fn (int $i): array => [0.1 + 0.5 * $i / 40, 0.8, 0.3 + 0.6 * $i / 40], range(0, 40)));
        $chrome->waitForText('[aria-label=Swatch]', '1 stroke by hand');
        $chrome->wait('influence of the count', fn (): bool => $this->share('count.base') > 10 && $this->share('count.spread') > 0);
        $chrome->waitForText('[aria-label="Stations of the stroke"]', 'every 70 %, scatter 140 %, 3 at once');
        $chrome->press('Keep changes');
        $chrome->waitForText('h1 + span', ' · kept');
        $chrome->press('Clear');

        // Dash: begun anew, separate marks that turn with the line.
        $chrome->press('Begin as …');
        $chrome->click('[data-beginning="dash"]');
        $chrome->waitForText('[data-report]', 'separate marks');
        $chrome->waitForText('[aria-label="Stations of the stroke"]', 'turns with heading');
        $this->set('Spacing', '160 %');
        $chrome->find('[aria-label="Put Spacing back as it was kept"]');
        $chrome->press('Keep changes');
        $chrome->waitForText('h1 + span', ' · kept');

        // Both keeps are versions, shown painted; the scatter comes back as a change.
        $chrome->press('Versions');
        $chrome->wait('three versions', fn (): bool => (int) $chrome->run('return document.querySelectorAll("[data-version]").length') === 3);
        $chrome->run('document.querySelectorAll("[data-version]")[1].click()');
        $chrome->waitForText('[aria-label="Stations of the stroke"]', '3 at once');
        $chrome->waitForText('h1 + span', 'changed since kept');
        self::assertSame([], $chrome->log());
    }

    public function test_another_tip_a_bite_and_a_tooth_of_a_picture(): void
    {
        $chrome = $this->tune(1);
        $this->station(2);
        $chrome->click('[data-choose=tip]');
        $before = $this->painted(self::SWATCH);
        $chrome->click('[data-tip="6"]');
        $chrome->wait('the other tip', fn (): bool => $this->painted(self::SWATCH) > $before);
        $chrome->waitForText('[data-control="tip"]', 'Barnacle');
        $this->station(4);
        $chrome->click('[data-choose=bite]');
        $before = $this->painted(self::SWATCH);
        $chrome->click('[data-bite="3"]');
        $chrome->wait('the bite', fn (): bool => $this->painted(self::SWATCH) > $before && ! str_contains($chrome->text('[data-control="biteSize.base"]'), 'this brush has no bite'));
        $chrome->run('document.querySelector("[data-control=tooth] button").focus()');
        $chrome->wait('the teeth', fn (): bool => (int) $chrome->run('return document.querySelectorAll("[data-tooth]").length') === 6);
        $chrome->run('const s = document.querySelector("[aria-label=\'Make a seamless tooth of a source\']"); s.value = s.options[1].value; s.dispatchEvent(new Event("change", { bubbles: true }))');
        $chrome->wait('a tooth of its own', fn (): bool => (int) $chrome->run('return document.querySelectorAll("[data-tooth]").length') === 7);
        $chrome->waitForText('[aria-label="Stations of the stroke"]', 'own');
        // A tip that is needed cannot be deleted; the reason stands beside it.
        $this->station(2);
        $chrome->click('[data-choose=tip]');
        $chrome->click('[aria-label^="Delete the tip"]');
        $chrome->waitForText('[aria-label="The chosen setting"] [role=alert]', 'is needed by');
        $chrome->press('Keep changes');
        $chrome->waitForText('h1 + span', ' · kept');
        $chrome->open('/tune/1');
        $this->station(2);
        $chrome->waitForText('[data-control="tip"]', 'Barnacle');
        foreach ($chrome->log() as $line) {
            self::assertStringContainsString('422', $line);
        }
    }

    public function test_inks_are_chosen_by_chart_digits_and_wells_and_picked_from_the_swatch(): void
    {
        $chrome = $this->tune(2);
        $chrome->click('[aria-label^="Main ink,"]');
        $chrome->wait('the chart', fn (): bool => $this->painted('[x-ref=inkChart]') > 0);
        $chrome->type('[aria-label="sRGB of the ink, six hex digits"]', '8c3347');
        $chrome->find('[aria-label="Main ink, #8c3347"]');
        $chrome->click('[aria-label="across the circle"] button:nth-child(3)');
        $chrome->wait('the ink across', fn (): bool => $chrome->run('return document.querySelector("[aria-label^=\'Main ink,\']").ariaLabel') !== 'Main ink, #8c3347');
        $chrome->click('[aria-label="Inks used before"] [aria-label="#8c3347"]');
        $chrome->find('[aria-label="Main ink, #8c3347"]');
        // The swatch is painted in it; a press there takes the second ink from it.
        $chrome->click('[aria-label="Swap the inks"]');
        $chrome->find('[aria-label="Second ink, #8c3347"]');
        $chrome->click('[aria-label="Lightness"], [id^=slider]');
        $chrome->type('input[aria-label="Lightness, typed"]', '85 %');
        $chrome->wait('a light ink', fn (): bool => hexdec(substr((string) $chrome->run('return document.querySelector("[aria-label^=\'Main ink,\']").ariaLabel'), 11, 2)) > 150);
        $chrome->press('Pick one from the swatch');
        $chrome->pen('[x-ref=mat]', [[0.01, 0.06, 0.5]], 'mouse');
        $chrome->waitForText('[aria-label=Ink]', 'There is no paint at that place');
        // A painted place gives its colour to the ink in hand.
        $chrome->wait('the swatch in that ink', fn (): bool => $chrome->run('return document.querySelector("[aria-label^=\'Main ink,\']").ariaLabel.endsWith(document.querySelector("[x-ref=swatch]").dataset.ink)') === true);
        $chrome->press('Pick one from the swatch');
        // The place with the most paint on it.
        $painted = $chrome->run('const c = document.querySelector("[x-ref=swatch]"); const d = c.getContext("2d").getImageData(0, 0, c.width, c.height).data; let best = 0; for (let i = 0; i < d.length / 4; i++) if (d[4 * i + 3] > d[4 * best + 3]) best = i; return [((best % c.width) + 0.5) / c.width, (Math.floor(best / c.width) + 0.5) / c.height, "#" + [0, 1, 2].map((k) => d[4 * best + k].toString(16).padStart(2, "0")).join("")]');
        self::assertIsArray($painted);
        $chrome->pen('[x-ref=mat]', [[$painted[0], $painted[1], 0.5]], 'mouse');
        $main = fn (): int => (int) hexdec(substr((string) $chrome->run('return document.querySelector("[aria-label^=\'Main ink,\']").ariaLabel'), 11));
        $there = (int) hexdec(substr((string) $painted[2], 1));
        // The pen stands on whole px: a neighbour's colour will do.
        $chrome->wait("an ink like {$painted[2]}", fn (): bool => max(array_map(fn (int $shift): int => abs(($main() >> $shift & 255) - ($there >> $shift & 255)), [16, 8, 0])) < 30);
        self::assertStringNotContainsString('by hand', $chrome->text('[aria-label=Swatch]'));
        self::assertSame([], $chrome->log());
    }

    public function test_name_note_and_a_makers_mark_drawn_with_the_pen(): void
    {
        $chrome = $this->tune(4);
        $chrome->press('About it');
        $chrome->type('[aria-label="About the brush"] label:first-child input', 'Long feather');
        $chrome->waitForText('h1', 'Long feather');
        $chrome->type('[aria-label="About the brush"] label:nth-child(2) input', 'birds, soft');
        // The brushes of the demo are signed; this one is to have a maker of its own.
        $chrome->run('const by = document.querySelector("[aria-label=\'About the brush\'] select"); by.value = "0"; by.dispatchEvent(new Event("change"))');
        $chrome->type('[data-new-maker]', 'Ada Marsh');
        $chrome->press('Make a maker’s mark');
        $chrome->find('[x-ref=markPad]');
        $chrome->pen('[x-ref=markPad]', array_map(fn (int $i): array => [0.2 + 0.6 * $i / 20, 0.5 + 0.3 * sin($i / 3), 0.8], range(0, 20)));
        $chrome->wait('the mark', fn (): bool => $chrome->run('const m = document.querySelector("[data-mark]"); return m !== null && m.naturalWidth === 256') === true);
        $chrome->open('/tune/4');
        $chrome->press('About it');
        $chrome->wait('what was told', fn (): bool => $chrome->run('return document.querySelector("[aria-label=\'About the brush\'] label:nth-child(2) input").value') === 'birds, soft' && $chrome->run('const m = document.querySelector("[data-mark]"); return m !== null && m.naturalWidth === 256') === true);
        self::assertSame([], $chrome->log());
    }

    public function test_what_is_tuned_while_the_server_is_away_is_kept_and_shown_when_it_is_back(): void
    {
        $chrome = $this->tune(5);
        $this->app()->stop();
        $this->set('Spacing', '212 %');
        $chrome->waitForText('header', 'The server is away. Nothing is lost; it is asked again.');
        $this->set('Spacing', '333 %');
        $before = $this->painted(self::SWATCH);
        $this->app()->start();
        $chrome->wait('the swatch', fn (): bool => $this->painted(self::SWATCH) > $before);
        $chrome->wait('the draft', fn (): bool => abs($this->draft(5)['settings']['spacing']['base'] - 3.33) < 1e-9);
        $chrome->wait('no word of it', fn (): bool => ! str_contains($chrome->text('header'), 'away'));
        // Away once more, and the page is left before it is back: the change waits in the browser.
        $this->app()->stop();
        $this->set('Spacing', '444 %');
        $this->app()->start();
        $chrome->open('/tune/5');
        $chrome->wait('the change', fn (): bool => $chrome->run('return document.querySelector("input[aria-label=\'Spacing, typed\']")?.value') === '444 %');
        $chrome->wait('the draft', fn (): bool => abs($this->draft(5)['settings']['spacing']['base'] - 4.44) < 1e-9);
        self::assertNotSame([], $chrome->log());
    }

    public function test_a_brush_changed_in_another_window_is_told_and_kept_as_a_new_one(): void
    {
        $chrome = $this->tune(3);
        $elsewhere = fn (string $size): mixed => $chrome->run('const d = JSON.parse(document.getElementById("tune-data").textContent); d.brush.settings.size.base = Number(arguments[0]); return fetch(location.pathname, { method: "PUT", headers: { "Content-Type": "application/json", Accept: "application/json", "X-CSRF-TOKEN": document.querySelector("meta[name=csrf-token]").content }, body: JSON.stringify({ brush: d.brush, roll: d.roll, tab: "another window" }) }).then(r => r.status)', $size);
        self::assertSame(200, $elsewhere('77'));
        $this->set('Spacing', '88 %');
        $chrome->waitForText('main', 'This brush was changed in another window meanwhile.');
        $chrome->press('Keep mine as a new brush');
        $chrome->wait('the new brush', fn (): bool => $chrome->path() !== '/tune/3' && str_contains($chrome->text('h1'), ' again'));
        $chrome->wait('its spacing', fn (): bool => $chrome->run('return document.querySelector("input[aria-label=\'Spacing, typed\']")?.value') === '88 %');
        // The other one stands as the other window left it; taking it up here can be undone.
        $chrome->open('/tune/3');
        $chrome->waitForText('h1 + span', '77 px');
        self::assertSame(200, $elsewhere('66'));
        $this->set('Spacing', '99 %');
        $chrome->waitForText('main', 'This brush was changed in another window meanwhile.');
        $chrome->press('Take up the other one');
        $chrome->waitForText('h1 + span', '66 px');
        $chrome->press('Undo');
        $chrome->wait('what stood here', fn (): bool => $chrome->run('return document.querySelector("input[aria-label=\'Spacing, typed\']")?.value') === '99 %');
        foreach ($chrome->log() as $line) {
            self::assertStringContainsString('409', $line);
        }
    }

    #[TestWith(['pen'])]
    #[TestWith(['inks'])]
    #[TestWith(['about'])]
    #[TestWith(['beginnings'])]
    #[TestWith(['compare'])]
    #[TestWith(['tip'])]
    #[TestWith(['tooth'])]
    #[TestWith(['drive'])]
    public function test_every_state_of_the_page_is_accessible_and_fits_a_small_window(string $state): void
    {
        $chrome = $this->chrome();
        $chrome->resize(1024, 700);
        $this->tune(2);
        match ($state) {
            'pen' => $chrome->click('#pen-in-hand button'),
            'inks' => $chrome->click('[aria-label^="Main ink,"]'),
            'about' => $chrome->press('About it'),
            'beginnings' => $chrome->press('Begin as …'),
            'compare' => $this->compared(),
            'tip' => $this->pointed(2, 'tip', 'button'),
            'tooth' => $this->pointed(4, 'tooth', 'button'),
            default => $this->pointed(2, 'size.base', 'input[type=range]'),
        };
        $chrome->wait('influence', fn (): bool => (int) $chrome->run('return Number(document.querySelector("[x-ref=swatch]").dataset.weighed || 0)') > 0);
        $this->assertAccessible();
        $chrome->resize(1280, 800);
    }

    private function compared(): void
    {
        $chrome = $this->chrome();
        $chrome->press('Hold');
        $this->set('Spacing', '99 %');
        $chrome->click('[data-held]');
        $chrome->find('[data-difference]');
    }

    private function pointed(int $station, string $control, string $on): void
    {
        $this->station($station);
        $this->chrome()->run('document.querySelector(`[data-control="${arguments[0]}"] ${arguments[1]}`).focus()', $control, $on);
    }

    private function station(int $which): void
    {
        $this->chrome()->run('document.querySelectorAll("[role=tab]")[arguments[0]].click()', $which);
    }

    private function set(string $label, string $value): void
    {
        $this->chrome()->type("input[aria-label=\"{$label}, typed\"]", $value);
    }

    private function share(string $control): int
    {
        $share = $this->chrome()->run('return Number(document.querySelector(`[data-influence="${arguments[0]}"]`)?.dataset.share ?? -1)', $control);

        return is_numeric($share) ? (int) $share : -1;
    }

    /** @return array<string, mixed> the brush as the server has it in hand */
    private function draft(int $brush): array
    {
        preg_match('#<script[^>]*id="tune-data"[^>]*>(.*?)</script>#s', (string) file_get_contents("{$this->app()->url}/tune/{$brush}"), $found);
        $data = json_decode($found[1] ?? '{}', true);

        return is_array($data) && is_array($data['brush'] ?? null) ? $data['brush'] : ['settings' => ['spacing' => ['base' => 0.0]]];
    }

    private function tune(int $brush): Chrome
    {
        $chrome = $this->chrome();
        $chrome->open("/tune/{$brush}");
        $chrome->wait('a swatch', fn (): bool => $this->painted(self::SWATCH) > 0);

        return $chrome;
    }

    public function test_a_strip_is_painted_with_a_movement_of_choice(): void
    {
        $chrome = $this->chrome();
        $chrome->open('/tune/1');
        $chrome->press('About it');
        $strip = fn (): string => (string) $chrome->run('const i = [...document.querySelectorAll("img")].find((i) => i.alt.startsWith("The strip")); return i.complete && i.naturalWidth === 340 ? i.currentSrc : ""');
        $chrome->wait('the strip', fn (): bool => $strip() !== '');
        $first = $strip();
        $chrome->run('const s = document.querySelector("[data-strip]"); s.value = "spiral"; s.dispatchEvent(new Event("change", { bubbles: true }))');
        $chrome->wait('another strip', fn (): bool => ! in_array($strip(), ['', $first], true));
        $chrome->open('/tune/1');
        $chrome->press('About it');
        $chrome->wait('the choice', fn (): bool => $chrome->run('return document.querySelector("[data-strip]").value') === 'spiral');
        self::assertSame([], $chrome->log());
    }

    public function test_what_takes_long_is_shown_coarse_at_once_and_then_fine(): void
    {
        $chrome = $this->tune(6);
        $count = fn (string $what): int => (int) $chrome->run('return Number(document.querySelector("[x-ref=swatch]").dataset[arguments[0]] || 0)', $what);
        $pixels = fn (): string => (string) $chrome->run('return document.querySelector("[x-ref=swatch]").toDataURL()');
        $chrome->wait('the swatch', fn (): bool => $count('painted') > 0);
        self::assertSame(0, $count('coarse'));
        $fine = $pixels();
        // As if the last one had taken long: each change comes at half the size first, and whole after it.
        $chrome->run('document.querySelector("main")._x_dataStack[0].isSlow = true');
        $painted = $count('painted');
        $this->set('Spacing', '90 %');
        $chrome->wait('a coarse one and the whole', fn (): bool => $count('coarse') > 0 && $count('painted') > $painted);
        self::assertNotSame($fine, $pixels());
        $chrome->run('document.querySelector("main")._x_dataStack[0].isSlow = true');
        $coarse = $count('coarse');
        $chrome->press('Undo');
        // What stands at the end is the whole one, to the last pixel; a swatch of before may come in between.
        $chrome->wait('the whole again', fn (): bool => $count('coarse') > $coarse && $pixels() === $fine);
        self::assertSame([], $chrome->log());
    }
}
