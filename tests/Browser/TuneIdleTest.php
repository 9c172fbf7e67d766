<?php

declare(strict_types=1);

namespace Tests\Browser;

/** Why a control changes nothing now, said beside it. */
final class TuneIdleTest extends BrowserTestCase
{
    public function test_pressure_with_a_mouse_a_spread_of_one_and_a_round_tip_are_idle_and_say_why(): void
    {
        // An empty library has one brush as soon as a mark is to be drawn: a plain round pen.
        $chrome = $this->chrome();
        $chrome->open('/gather');
        $chrome->press('Draw a mark');
        $chrome->waitForPath('/marks/');
        $chrome->open('/tune/1');
        $chrome->wait('influence', fn (): bool => (int) $chrome->run('return Number(document.querySelector("[x-ref=swatch]").dataset.weighed || 0)') > 0);

        // Count is 1, so its spread can do nothing.
        $chrome->type('input[aria-label="Count spread, typed"]', '60 %');
        $chrome->waitForText('[data-control="count.spread"]', 'idle: count is 1');

        // A round tip looks the same however it is turned.
        $chrome->run('document.querySelectorAll("[role=tab]")[2].click()');
        $chrome->run('[...document.querySelectorAll("[data-control=angleFollows] button")].find((b) => b.innerText === "heading").click()');
        $chrome->waitForText('[data-control="angleFollows"]', 'idle: a round tip looks the same however it is turned');
        // Squeezed, it does not.
        $chrome->type('input[aria-label="Roundness, typed"]', '30 %');
        $chrome->wait('the heading to matter', fn (): bool => ! str_contains($chrome->text('[data-control="angleFollows"]'), 'idle') && (int) $chrome->run('return Number(document.querySelector("[data-influence=angleFollows]").dataset.share)') > 0);

        // Pressure moves the size of a pen, and nothing of a mouse.
        $chrome->run('document.querySelector("[data-control=\'size.base\'] input[type=range]").focus()');
        $chrome->waitForText('[data-drive-tells]', 'matters');
        $chrome->click('#pen-in-hand button');
        $chrome->click('[data-movement="mouse"] button');
        $chrome->waitForText('header', 'Practice pen · mouse');
        $chrome->press('Back to the settings');
        $chrome->run('document.querySelector("[data-control=\'size.base\'] input[type=range]").focus()');
        $chrome->waitForText('[data-drive-tells]', 'idle: this pen has no pressure');
        self::assertSame([], $chrome->log());
    }
}
