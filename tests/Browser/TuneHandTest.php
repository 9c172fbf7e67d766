<?php

declare(strict_types=1);

namespace Tests\Browser;

/** The swatch under the painter's own hand, looked at closely, and whoever else moves the pen. */
final class TuneHandTest extends BrowserTestCase
{
    protected const WITH_DEMO = true;

    private const SWATCH = '[x-ref=swatch]';

    public function test_the_swatch_is_painted_on_with_a_real_pen_and_what_was_painted_follows_the_settings(): void
    {
        $chrome = $this->tune(6);
        $chrome->run('window.live = 0; window.readings = []; const s = document.querySelector("[x-ref=swatch]"); s.addEventListener("paint-shown", () => { window.live++; const d = document.querySelector("[data-reading]"); if (d) window.readings.push(Number(d.getAttribute("cx"))); })');
        // The curve of size by pressure is open: the pen's own pressure moves along it.
        $chrome->run('document.querySelectorAll("[role=tab]")[2].click()');
        $chrome->run('document.querySelector("[data-control=\'size.base\'] input[type=range]").focus()');
        $chrome->wait('the curve', fn (): bool => $chrome->run('return document.querySelector("[data-reading]") !== null') === true);
        $ink = $this->ink();
        $before = $this->painted(self::SWATCH);
        // Two seconds of it: the first ink comes when the swatch under it is painted, which takes a while on a busy machine.
        $chrome->pen('[x-ref=mat]', array_map(fn (int $i): array => [0.1 + 0.5 * $i / 120, 0.85, 0.1 + 0.9 * $i / 120], range(0, 120)), every: 16);
        $chrome->waitForText('[aria-label=Swatch]', '1 stroke by hand');
        self::assertGreaterThan(3, $chrome->run('return window.live'));
        $readings = array_filter((array) $chrome->run('return window.readings'), fn (mixed $x): bool => is_numeric($x) && $x > 0);
        self::assertGreaterThan(40, max($readings) - min($readings));
        $chrome->wait('the whole swatch', fn (): bool => $this->painted(self::SWATCH) > $before);
        self::assertGreaterThan($ink, $this->ink());

        // It is repainted with every change, is there after a reload, and undo takes it away.
        $more = $this->ink();
        $before = $this->painted(self::SWATCH);
        $chrome->type('input[aria-label="Size at hand, typed"]', '90');
        $chrome->wait('a larger swatch', fn (): bool => $this->painted(self::SWATCH) > $before && $this->ink() > 1.5 * $more);
        $chrome->wait('the change to be noted and saved', fn (): bool => $chrome->run('return JSON.parse(sessionStorage.getItem("past:tune:6")).states.length === 3 && JSON.parse(sessionStorage.getItem("drawn:6"))?.isSaved') === true);
        $chrome->open('/tune/6');
        $chrome->waitForText('[aria-label=Swatch]', '1 stroke by hand');
        $chrome->press('Undo');
        $chrome->press('Undo');
        $chrome->wait('no stroke by hand', fn (): bool => ! str_contains($chrome->text('[aria-label=Swatch]'), 'by hand') && str_contains($chrome->text('h1 + span'), '48 px'));
        $chrome->press('Redo');
        $chrome->waitForText('[aria-label=Swatch]', '1 stroke by hand');
        $chrome->press('Clear');
        $chrome->wait('an empty hand', fn (): bool => ! str_contains($chrome->text('[aria-label=Swatch]'), 'by hand'));
        $this->putBack();
        self::assertSame([], $chrome->log());
    }

    public function test_a_movement_is_recorded_named_replayed_taken_away_and_brought(): void
    {
        $chrome = $this->tune(6);
        $chrome->pen('[x-ref=mat]', array_map(fn (int $i): array => [0.3 + 0.3 * $i / 30, 0.3 + 0.3 * sin($i / 5) ** 2, 0.2 + $i / 60], range(0, 30)));
        $chrome->waitForText('[aria-label=Swatch]', '1 stroke by hand');
        $chrome->click('#pen-in-hand button');
        $chrome->wait('the movements, painted', fn (): bool => (int) $chrome->run('return [...document.querySelectorAll("[data-movement] canvas")].filter(c => c.getContext("2d").getImageData(0, 0, c.width, c.height).data.some(v => v > 0)).length') >= 12);
        $chrome->type('input[aria-label="Name of the movement"]', 'Harbour wave');
        $chrome->press('Keep it as a movement');
        $chrome->waitForText('header', 'Practice pen · Harbour wave');
        $chrome->waitForText('[aria-label="Practice pen"]', 'Harbour wave');
        self::assertStringNotContainsString('by hand Clear', $chrome->text('[aria-label=Swatch]'));
        // The swatch is now that movement alone.
        $chrome->run('document.querySelector("[data-movement=\'slow swell\'] button").click()');
        $chrome->waitForText('header', 'Practice pen · slow swell');
        $file = $this->app()->folder.'/wave.inkml';
        $href = (string) $chrome->run('return document.querySelector("a[aria-label=\'Harbour wave as InkML\']").href');
        file_put_contents($file, (string) file_get_contents($href));
        self::assertStringContainsString('http://www.w3.org/2003/InkML', (string) file_get_contents($file));
        $chrome->upload('[data-bring-movement]', $file);
        $chrome->waitForText('header', 'Practice pen · wave');
        // A file that is none is refused with a sentence, and the pen stays as it was.
        file_put_contents($file, '<ink xmlns="http://www.w3.org/2003/InkML"><trace>1 2, NaN 4</trace></ink>');
        $chrome->upload('[data-bring-movement]', $file);
        $chrome->waitForText('[aria-label="Practice pen"] [role=alert]', '“NaN 4” is no figure that belongs there');
        self::assertStringContainsString('Practice pen · wave', $chrome->text('header'));
        $chrome->click('[aria-label="Delete wave"]');
        $chrome->waitForText('header', 'Practice pen · swell, flicks and taps');
        $chrome->press('Bring it back');
        $chrome->find('[aria-label="Delete wave"]');
        $this->onlyRefusals();
    }

    public function test_a_dab_is_named_and_lit_in_every_station_by_pointer_and_by_keyboard(): void
    {
        $chrome = $this->tune(6);
        $chrome->wait('the stations', fn (): bool => (int) $chrome->run('return Number(document.querySelector("[x-ref=step]").dataset.drawn || 0)') > 0);
        $lit = fn (string $ref): int => (int) $chrome->run('const c = document.querySelector(`[x-ref=${arguments[0]}]`); const d = c.getContext("2d").getImageData(0, 0, c.width, c.height).data; let n = 0; for (let i = 0; i < d.length; i += 4) if (d[i] > 200 && d[i + 1] > 140 && d[i + 1] < 190 && d[i + 2] < 90 && d[i + 3] > 120) n++; return n', $ref);
        self::assertSame(0, $lit('litSwatch'));
        $chrome->run('document.querySelector("[x-ref=swatch]").focus()');
        $chrome->keys('[x-ref=swatch]', "\u{E014}\u{E014}\u{E014}");
        $chrome->waitForText('[data-dab]', 'Dab 3 of ');
        self::assertMatchesRegularExpression('/Dab 3 of \d+ · pressure \d+ % · [\d.]+ px · turned -?\d+° · flow 100 % · #[0-9a-f]{6}/', $chrome->text('[data-dab]'));
        foreach (['litSwatch', 'hand', 'step', 'form', 'ink', 'ground'] as $ref) {
            $chrome->wait("light in {$ref}", fn (): bool => $lit($ref) > 3);
        }
        // By pointer: the dab under it.
        $dab = $chrome->run('return fetch(location.pathname + "/ask/advice", { method: "POST", headers: { "Content-Type": "application/json", Accept: "application/json", "X-CSRF-TOKEN": document.querySelector("meta[name=csrf-token]").content }, body: JSON.stringify({ ...(({ brush, parts, roll }) => ({ brush, parts, roll }))(JSON.parse(document.getElementById("tune-data").textContent)), width: document.querySelector("[x-ref=mat]").clientWidth, height: document.querySelector("[x-ref=mat]").clientHeight }) }).then(r => r.json()).then(a => a.stages[0].dabs[5])');
        self::assertIsArray($dab);
        $chrome->hover('[x-ref=mat]', (float) $dab[0], (float) $dab[1]);
        $chrome->waitForText('[data-dab]', 'Dab 6 of ');
        self::assertSame([], $chrome->log());
    }

    public function test_the_swatch_is_looked_at_up_to_eight_times_as_large_and_on_other_backdrops(): void
    {
        $chrome = $this->tune(6);
        for ($i = 0; $i < 8; $i++) {
            $chrome->click('[aria-label=Closer]');
        }
        $chrome->waitForText('[data-zoom]', '800 %');
        $box = (array) $chrome->run('const b = document.querySelector("[x-ref=swatch]").getBoundingClientRect(); const m = document.querySelector("[x-ref=mat]").getBoundingClientRect(); return [b.width / m.width, b.left <= m.left && b.right >= m.right]');
        self::assertEqualsWithDelta(8.0, $box[0], 0.01);
        self::assertTrue($box[1]);
        $chrome->click('[data-zoom]');
        $chrome->waitForText('[data-zoom]', '100 %');
        // The wheel with Ctrl does it too, about the place under it.
        $chrome->run('const m = document.querySelector("[x-ref=mat]"); const b = m.getBoundingClientRect(); for (let i = 0; i < 3; i++) m.dispatchEvent(new WheelEvent("wheel", { deltaY: -100, ctrlKey: true, clientX: b.left + 40, clientY: b.top + 30, bubbles: true, cancelable: true }))');
        $chrome->waitForText('[data-zoom]', '195 %');
        $held = (array) $chrome->run('const b = document.querySelector("[x-ref=swatch]").getBoundingClientRect(); const m = document.querySelector("[x-ref=mat]").getBoundingClientRect(); return [(m.left + 40 - b.left) * m.width / b.width, (m.top + 30 - b.top) * m.width / b.width]');
        self::assertEqualsWithDelta(40, $held[0], 0.5);
        self::assertEqualsWithDelta(30, $held[1], 0.5);
        $chrome->click('[data-zoom]');
        $chrome->waitForText('[data-zoom]', '100 %');
        $chrome->click('[aria-label=Backdrop] [aria-label=Black]');
        self::assertSame('rgb(17, 17, 17)', $chrome->run('return getComputedStyle(document.querySelector("[x-ref=mat]")).backgroundColor'));
        // A scan from Gather lies under the strokes: then every pixel is opaque.
        $before = $this->painted(self::SWATCH);
        $chrome->run('const s = document.querySelector("[aria-label=\'A source as the backdrop\']"); s.value = s.options[s.options.length - 1].value; s.dispatchEvent(new Event("change", { bubbles: true }))');
        $chrome->wait('the picture', fn (): bool => $this->painted(self::SWATCH) > $before);
        self::assertSame(255, $chrome->run('const c = document.querySelector("[x-ref=swatch]"); const d = c.getContext("2d").getImageData(0, 0, c.width, 40).data; let l = 255; for (let i = 3; i < d.length; i += 4) l = Math.min(l, d[i]); return l'));
        $chrome->click('[aria-label=Backdrop] [aria-label=White]');
        self::assertSame([], $chrome->log());
    }

    private function tune(int $brush): Chrome
    {
        $chrome = $this->chrome();
        $chrome->open("/tune/{$brush}");
        $chrome->wait('a swatch', fn (): bool => $this->painted(self::SWATCH) > 0);

        return $chrome;
    }

    private function putBack(): void
    {
        if (! str_contains($this->chrome()->text('h1 + span'), ' · kept')) {
            $this->chrome()->press('Put back');
            $this->chrome()->waitForText('h1 + span', ' · kept');
        }
    }

    /** Sum of all alphas of the swatch. */
    private function ink(): int
    {
        $sum = $this->chrome()->run('const c = document.querySelector("[x-ref=swatch]"); const d = c.getContext("2d").getImageData(0, 0, c.width, c.height).data; let s = 0; for (let i = 3; i < d.length; i += 4) s += d[i]; return s');

        return is_numeric($sum) ? (int) $sum : -1;
    }

    /** The browser notes every answer that refuses; nothing else may have gone wrong. */
    private function onlyRefusals(): void
    {
        foreach ($this->chrome()->log() as $line) {
            self::assertStringContainsString('422', $line);
        }
    }
}
