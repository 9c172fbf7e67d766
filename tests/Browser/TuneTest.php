<?php

declare(strict_types=1);

namespace Tests\Browser;

/** Tune: what each setting does, shown in paint. */
final class TuneTest extends BrowserTestCase
{
    protected const WITH_DEMO = true;

    public function test_influence_a_drive_and_a_range_of_strokes(): void
    {
        $chrome = $this->chrome();
        $chrome->open('/tune/6');
        $weighed = fn (): int => (int) $chrome->run('return Number(document.querySelector("[x-ref=swatch]").dataset.weighed || 0)');
        $chrome->wait('influence', fn (): bool => $weighed() > 0);
        $share = fn (string $id): int => (int) $chrome->run('return Number(document.querySelector(`[data-influence^="${arguments[0]}."]`)?.dataset.share ?? -1)', $id);
        self::assertGreaterThan(5, $share('spacing'));
        self::assertSame(0, $share('count'));
        self::assertStringContainsString('idle: count is 1', $chrome->text('main'));

        // Speed moves the spacing: fast strokes are sparser.
        $before = $this->painted('main canvas');
        $chrome->run('const s = document.querySelector("select[aria-label=\'Let something move it\']"); s.value = "speed"; s.dispatchEvent(new Event("change", { bubbles: true }))');
        $chrome->wait('a new swatch', fn (): bool => $this->painted('main canvas') > $before);
        $chrome->waitForText('[aria-label="The chosen setting"]', 'as fast as its reference');
        $before = $this->painted('main canvas');
        $chrome->type('input[aria-label="At the right, typed"]', '57 %');
        $chrome->wait('the swatch to follow', fn (): bool => $this->painted('main canvas') > $before);
        $chrome->waitForText('[aria-label="Settings of the station"]', 'speed 0 % → 57 %');
        $drives = fn (): mixed => $chrome->run('return fetch(location.pathname).then((r) => r.text()).then((t) => JSON.parse(new DOMParser().parseFromString(t, "text/html").getElementById("tune-data").textContent).brush.settings.spacing.drives)');
        $chrome->wait('the draft to be kept', fn (): bool => is_array($drives()) && ($drives()[0]['input'] ?? '') === 'speed' && abs($drives()[0]['to'] - 1.5) < 1e-6);
        $chrome->press('It moves it no more');
        $chrome->wait('the drive to be gone', fn (): bool => $drives() === []);

        // From low to high: a click takes one.
        $chrome->press('From low to high, painted');
        $chrome->wait('five strokes', fn (): bool => (int) $chrome->run('return document.querySelectorAll("[data-range]").length') === 5);
        $chrome->run('document.querySelectorAll("[data-range]")[4].closest("button").click()');
        $chrome->wait('the widest spacing', fn (): bool => $chrome->run('return document.querySelector("input[aria-label=\'Spacing, typed\']").value') === '1,000 %');
        $chrome->waitForText('[data-report]', 'separate marks');
        $chrome->press('Make it solid');
        $chrome->waitForText('[data-report]', 'solid: dabs overlap');
        $chrome->press('Put back');
        self::assertSame([], $chrome->log());
    }

    public function test_a_brush_begins_as_something_else_and_that_is_undone(): void
    {
        $chrome = $this->chrome();
        $chrome->open('/tune/5');
        $chrome->wait('a swatch', fn (): bool => $this->painted('main canvas') > 0);
        $before = $this->painted('main canvas');
        $chrome->press('Begin as …');
        $chrome->click('[data-beginning="stamp"]');
        $chrome->wait('the stamp', fn (): bool => $this->painted('main canvas') > $before && str_contains($chrome->text('h1 + span'), '140 px · changed since kept'));
        $chrome->press('Undo');
        $chrome->waitForText('h1 + span', '120 px · kept');
        self::assertSame([], $chrome->log());
    }

    public function test_a_state_is_held_compared_and_one_setting_taken_back(): void
    {
        $chrome = $this->chrome();
        $chrome->open('/tune/4');
        $chrome->wait('a swatch', fn (): bool => $this->painted('main canvas') > 0);
        $chrome->press('Hold');
        $size = fn (): string => $chrome->text('h1 + span');
        $was = (int) $size();
        $before = $this->painted('main canvas');
        $chrome->type('input[aria-label="Spacing, typed"]', '220 %');
        $chrome->type('input[aria-label="Scatter across, typed"]', '310 %');
        $chrome->wait('the swatch', fn (): bool => $this->painted('main canvas') > $before);
        $chrome->click('[data-held=A]');
        $chrome->wait('the held swatch', fn (): bool => $this->painted('[x-ref=leftSwatch]') > 0);
        self::assertSame(['scatterAcross', 'spacing'], $this->sorted((array) $chrome->run('return [...document.querySelectorAll("[data-difference]")].map((r) => r.dataset.difference)')));
        self::assertStringContainsString('220 %', $chrome->text('[data-difference="spacing"]'));
        $chrome->run('document.querySelector("[data-difference=spacing] button").click()');
        $chrome->wait('one difference less', fn (): bool => (int) $chrome->run('return document.querySelectorAll("[data-difference]").length') === 1);
        // It is still held after a reload; all of it can be taken.
        $chrome->open('/tune/4');
        $chrome->click('[data-held=A]');
        $chrome->press('Take all of held A');
        $chrome->waitForText('[aria-label="What differs"]', 'Nothing differs');
        self::assertSame($was, (int) $size());
        self::assertSame([], $chrome->log());
    }

    /**
     * @param  array<array-key, mixed>  $list
     * @return list<mixed>
     */
    private function sorted(array $list): array
    {
        sort($list);

        return array_values($list);
    }
}
