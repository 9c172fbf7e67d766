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
        $chrome->find('[data-surface][data-loaded=yes]');
        $chrome->press('Mirror left and right');
        $chrome->press('Lines through the middle, places snap to them');
        // With Shift held, a crooked movement becomes a straight line.
        $chrome->hold('Shift', fn () => $chrome->pen('[data-surface]', [[0.2, 0.3, 0.6], [0.25, 0.5, 0.6], [0.3, 0.2, 0.6], [0.4, 0.3, 0.6]]));
        $inked = fn (): array => (array) $chrome->run('const c = document.querySelector("canvas"); const d = c.getContext("2d").getImageData(0, 0, c.width, c.height).data; let b = [9999, 9999, -1, -1]; for (let i = 3; i < d.length; i += 4) if (d[i] > 100) { const x = ((i - 3) / 4) % c.width, y = Math.floor((i - 3) / 4 / c.width); b = [Math.min(b[0], x), Math.min(b[1], y), Math.max(b[2], x), Math.max(b[3], y)]; } return b');
        $chrome->wait('the twin beyond the mirror', fn (): bool => $inked()[2] > 450);
        [$left, $top, $right, $bottom] = $inked();
        self::assertEquals(799 - $left, $right, 'as far to the right as to the left, to the px');
        self::assertLessThan(40, $bottom - $top, 'straight, though the hand was not');

        $chrome->press('Fill the sheet and centre');
        $chrome->wait('the scale', fn (): bool => (float) $chrome->run('return parseFloat(document.querySelector("input[aria-label=\'Scale, typed\']").value)') > 1.2);
        $chrome->press('Use this mark');
        $chrome->waitForPath('/cut/');
        $chrome->waitForText('[data-findings]', '.');
        self::assertStringNotContainsString('Off centre', $chrome->text('[data-findings]'));
        self::assertSame([], $chrome->log());
    }

    public function test_a_press_fills_what_is_closed_in_and_says_why_it_does_not(): void
    {
        $chrome = $this->chrome();
        $chrome->open('/gather');
        $chrome->press('Draw a mark');
        $chrome->waitForPath('/marks/');
        $chrome->find('[data-surface][data-loaded=yes]');
        $at = fn (float $x): array => (array) $chrome->run('const c = document.querySelector("canvas"); return [...c.getContext("2d").getImageData(Math.round(arguments[0] * c.width), Math.round(c.height / 2), 1, 1).data]', $x);
        $chrome->press('own colours');
        $chrome->run('const i = document.querySelector("[aria-label=\"Colour to draw with\"]"); i.value = "#b03060"; i.dispatchEvent(new Event("input", { bubbles: true }))');
        $chrome->pen('[data-surface]', array_map(fn (int $i): array => [0.5 + 0.25 * cos($i / 40 * 2 * M_PI), 0.5 + 0.25 * sin($i / 40 * 2 * M_PI), 0.9], range(0, 42)));
        $chrome->wait('the loop', fn (): bool => $at(0.25)[3] === 255);
        $chrome->press('Fill: a press fills the space that is closed in there');
        $chrome->pen('[data-surface]', [[0.5, 0.5, 0.6], [0.5, 0.5, 0.6]]);
        $chrome->wait('the fill', fn (): bool => $at(0.5) === [0xB0, 0x30, 0x60, 255]);
        self::assertSame([0xB0, 0x30, 0x60, 255], $at(0.26), 'no seam under the outline');
        $chrome->pen('[data-surface]', [[0.05, 0.05, 0.6], [0.05, 0.05, 0.6]]);
        $chrome->waitForText('main', 'Close its outline, then fill it.');
        $chrome->press('Undo');
        $chrome->wait('the fill taken back', fn (): bool => $at(0.5) === [0, 0, 0, 0]);
        $chrome->press('Redo');
        $chrome->wait('the fill laid again', fn (): bool => $at(0.5)[3] === 255);
        $chrome->press('Use this mark');
        $chrome->waitForPath('/cut/');
        $chrome->wait('a picture', fn (): bool => (int) $chrome->run('return Number(document.querySelector("canvas[x-ref=picture]")?.dataset.painted || 0)') > 0);
        self::assertSame('true', $chrome->run('return [...document.querySelectorAll("button.choice")].find((b) => b.innerText === "own colours").getAttribute("aria-pressed")'));
        // Clear of errors but for the refusal that was asked for.
        self::assertSame([], array_filter($chrome->log(), fn (string $line): bool => ! str_contains($line, '422')));
    }
}
