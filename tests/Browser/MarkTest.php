<?php

declare(strict_types=1);

namespace Tests\Browser;

/** Draw a mark: guides, straight lines, mirrors and placing. */
final class MarkTest extends BrowserTestCase
{
    public function test_a_straight_mirrored_line_fills_the_sheet_and_is_cut(): void
    {
        $chrome = $this->chrome();
        $chrome->open('/gather');
        $chrome->press('Draw a mark');
        $chrome->waitForPath('/marks/');
        $chrome->find('canvas[data-loaded=yes]');
        $chrome->press('Mirror left and right');
        $chrome->press('Lines through the middle, places snap to them');
        // With Shift held, a crooked movement becomes a straight line.
        $chrome->hold('Shift', fn () => $chrome->pen('canvas', [[0.2, 0.3, 0.6], [0.25, 0.5, 0.6], [0.3, 0.2, 0.6], [0.4, 0.3, 0.6]]));
        $inked = fn (): array => (array) $chrome->run('const c = document.querySelector("canvas"); const d = c.getContext("2d").getImageData(0, 0, c.width, c.height).data; let b = [9999, 9999, -1, -1]; for (let i = 3; i < d.length; i += 4) if (d[i] > 100) { const x = ((i - 3) / 4) % c.width, y = Math.floor((i - 3) / 4 / c.width); b = [Math.min(b[0], x), Math.min(b[1], y), Math.max(b[2], x), Math.max(b[3], y)]; } return b');
        $chrome->wait('the twin beyond the mirror', fn (): bool => $inked()[2] > 450);
        [$left, $top, $right, $bottom] = $inked();
        self::assertEqualsWithDelta(799 - $left, $right, 3, 'as far to the right as to the left');
        self::assertLessThan(40, $bottom - $top, 'straight, though the hand was not');

        $chrome->press('Fill the sheet and centre');
        $chrome->wait('the scale', fn (): bool => (float) $chrome->run('return parseFloat(document.querySelector("input[aria-label=\'Scale, typed\']").value)') > 1.2);
        $chrome->press('Use this mark');
        $chrome->waitForPath('/cut/');
        $chrome->waitForText('[data-findings]', '.');
        self::assertStringNotContainsString('Off centre', $chrome->text('[data-findings]'));
        self::assertSame([], $chrome->log());
    }
}
