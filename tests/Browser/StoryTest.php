<?php

declare(strict_types=1);

namespace Tests\Browser;

use App\Pictures\PictureFile;
use Tests\Core\Pictures;

/** The whole way of a painter: from a scan to a stroke that is still there tomorrow. */
final class StoryTest extends BrowserTestCase
{
    public function test_from_a_scan_to_a_painted_stroke(): void
    {
        $chrome = $this->chrome();
        $scan = $this->app()->folder.'/dark mark.jpg';
        file_put_contents($scan, self::scan());

        // Gather: the file goes in, and the page goes on to Cut.
        $chrome->open('/');
        $chrome->upload('input[type=file]', $scan);
        $chrome->waitForPath('/cut/');
        self::assertStringContainsString('dark mark', $chrome->text('h1'));

        // Cut: the check list names the tinted paper; its button mends it.
        $chrome->waitForText('[data-findings]', 'The paper is not white: it would print as a block');
        $chrome->press('Clear paper');
        $chrome->wait('the paper to be mended', fn (): bool => ! str_contains($chrome->text('[data-findings]'), 'paper'));
        if (str_contains($chrome->text('[data-findings]'), 'Not square')) {
            $chrome->press('Square');
        }
        $chrome->waitForText('[data-findings]', 'Nothing to mend.');
        $chrome->press('Make tip');

        // Tune: spacing is raised until the report says separate marks.
        $chrome->waitForPath('/tune/');
        $tune = $chrome->path();
        $chrome->waitForText('[data-report]', 'solid');
        $chrome->type('input[aria-label="Spacing, typed"]', '180');
        $chrome->waitForText('[data-report]', 'separate marks');
        $chrome->type('input[aria-label="Spacing, typed"]', '6 %');
        $chrome->waitForText('[data-report]', 'solid');
        $chrome->press('Keep changes');
        $chrome->waitForText('h1 + span', ' · kept');

        // Try: a stroke with rising pressure is wider at its end.
        $chrome->press('Try');
        $chrome->waitForPath('/try/');
        $sheet = (int) basename($chrome->path());
        $chrome->find('[data-surface][data-loaded=yes]');
        $chrome->pen('[data-surface]', array_map(fn (int $i): array => [0.2 + 0.6 * $i / 40, 0.5, 0.05 + 0.95 * $i / 40], range(0, 40)));
        $chrome->wait('undo to be possible', fn (): bool => $chrome->run('return !Array.from(document.querySelectorAll("button")).find(b => b.textContent.trim() === "Undo").disabled') === true);
        $saved = PictureFile::read((string) file_get_contents("{$this->app()->url}/sheets/{$sheet}/picture"))->bitmap();
        $height = function (float $part) use ($saved): int {
            $inked = 0;
            for ($y = 0; $y < $saved->height; $y++) {
                $inked += ($saved->at((int) ($part * $saved->width), $y) & 255) > 100 ? 1 : 0;
            }

            return $inked;
        };
        self::assertGreaterThan(0, $height(0.3));
        self::assertGreaterThan(1.6 * $height(0.3), $height(0.75));
        self::assertSame(0, $height(0.05));
        self::assertSame($this->screen(), $this->sheetHash($sheet), 'What is shown is what is saved.');

        // The server restarts: everything is still there. (A sheet that is open would go on asking for it.)
        $chrome->open('/keep');
        $this->app()->stop();
        $this->app()->start();
        $chrome->open("/try/{$sheet}");
        $chrome->find('[data-surface][data-loaded=yes]');
        self::assertSame($this->screen(), $this->sheetHash($sheet));
        $chrome->press('Undo');
        $chrome->wait('the sheet to be empty', fn (): bool => $this->screen() === 0);
        $chrome->press('Redo');
        $chrome->wait('the stroke to be back', fn (): bool => $this->screen() === $this->sheetHash($sheet));
        $chrome->open($tune);
        $chrome->waitForText('[data-report]', 'solid');
        $chrome->open('/keep');
        $chrome->waitForText('[data-brush]', 'dark mark');
        $chrome->open('/gather');
        self::assertStringContainsString('dark mark', $chrome->text('[data-source] a[href*="/tune/"]'));
        self::assertSame([], $chrome->log());
    }

    public function test_a_drawn_mark_becomes_a_tip(): void
    {
        $chrome = $this->chrome();
        $chrome->open('/gather');
        $chrome->press('Draw a mark');
        $chrome->waitForPath('/marks/');
        $chrome->find('[data-surface][data-loaded=yes]');
        $chrome->pen('[data-surface]', array_map(fn (int $i): array => [0.5 + 0.2 * cos($i / 6), 0.5 + 0.2 * sin($i / 6), 0.6], range(0, 40)));
        $chrome->press('Use this mark');
        $chrome->waitForPath('/cut/');
        $chrome->waitForText('[data-findings]', '.');
        self::assertStringNotContainsString('paper', $chrome->text('[data-findings]'));
        $chrome->press('Make tip');
        $chrome->waitForPath('/tune/');
        $chrome->wait('a swatch', fn (): bool => $this->painted('main canvas') > 0);
        self::assertSame([], $chrome->log());
    }

    public function test_a_bad_file_is_refused_beside_the_field(): void
    {
        $chrome = $this->chrome();
        $bad = $this->app()->folder.'/letter.png';
        file_put_contents($bad, 'Dear harbour master');
        $chrome->open('/gather');
        $chrome->upload('input[type=file]', $bad);
        $chrome->waitForText('[data-bringing]', 'This is not a picture that Yarrowfog opens.');
        self::assertSame('/gather', $chrome->path());
    }

    /** Sum of all alphas on screen. */
    private function screen(): int
    {
        $sum = $this->chrome()->run('const c = document.querySelector("canvas"); const d = c.getContext("2d").getImageData(0, 0, c.width, c.height).data; let s = 0; for (let i = 3; i < d.length; i += 4) s += d[i]; return s');

        return is_numeric($sum) ? (int) $sum : -1;
    }

    private function sheetHash(int $sheet): int
    {
        $sum = 0;
        foreach (PictureFile::read((string) file_get_contents("{$this->app()->url}/sheets/{$sheet}/picture"))->bitmap()->pixels as $pixel) {
            $sum += $pixel & 255;
        }

        return $sum;
    }

    /** Grey paper, uneven light, a dark round mark. */
    private static function scan(): string
    {
        $picture = Pictures::bitmap(700, 640, function (int $x, int $y): int {
            $r = hypot($x - 340, $y - 320);
            $grain = ($x * 31 + $y * 17) % 7;

            return Pictures::grey((int) ($r < 180 + 8 * sin(atan2($y - 320, $x - 340) * 9) ? 34 + $grain : 204 + $grain - ($x + $y) / 160));
        });

        return PictureFile::encode(700, 640, $picture->toBytes(), 'jpeg', 300);
    }
}
