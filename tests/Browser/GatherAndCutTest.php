<?php

declare(strict_types=1);

namespace Tests\Browser;

use App\Pictures\PictureFile;
use Facebook\WebDriver\WebDriverKeys;
use PDO;
use Tests\Core\Cut\MadePages;
use Yarrowfog\Core\Raster\Bitmap;

/** Anything becomes a clean tip: scans, photos, several pictures, words. */
final class GatherAndCutTest extends BrowserTestCase
{
    public function test_a_scanned_net_becomes_a_stamp_without_a_box(): void
    {
        $chrome = $this->take('scanner', 'net');
        $chrome->press('Add a step');
        $chrome->wait('pictures of the effects', fn (): bool => (int) $chrome->run('return document.querySelector("[data-effect=outline]").width') > 1);
        $chrome->click('[data-add="clear-colour"]');
        $this->afterPreview(fn () => $chrome->press('everywhere'));
        // The colour of the paper, beside the net; then once more where it is a little darker.
        $this->afterPreview(fn () => $chrome->pen('[x-ref=under]', [[0.03, 0.04]], 'mouse'));
        $this->afterPreview(fn () => $chrome->pen('[x-ref=under]', [[0.97, 0.97]], 'mouse'));
        self::assertStringContainsString('2 places pointed at', $chrome->text('[data-step="clear-colour"]'));
        $this->afterPreview(fn () => $chrome->type('input[aria-label="Tolerance, typed"]', '17 %'));
        $this->mendAll();
        self::assertStringContainsString('Nothing to mend.', $chrome->text('[data-findings]'));
        $tip = $this->makeTip();

        // No box: the corners are empty, and so are the meshes; the twine prints.
        $alphas = array_map(fn (int $p): int => $p & 255, $tip->pixels);
        foreach ([[0, 0], [$tip->width - 1, 0], [0, $tip->height - 1], [$tip->width - 1, $tip->height - 1]] as [$x, $y]) {
            self::assertSame(0, $tip->at($x, $y) & 255);
        }
        $inked = count(array_filter($alphas, fn (int $a): bool => $a > 200)) / count($alphas);
        self::assertThat($inked, self::logicalAnd(self::greaterThan(0.05), self::lessThan(0.5)));
        self::assertGreaterThan(0.4, count(array_filter($alphas, fn (int $a): bool => $a === 0)) / count($alphas));
        // Stamped on black, nothing around it is brighter than the black.
        $chrome->press('Try');
        $chrome->waitForPath('/try/');
        $chrome->find('[data-surface][data-loaded=yes]');
        $chrome->pen('[data-surface]', [[0.5, 0.5, 1.0]]);
        $this->waitForUndo();
        $sheet = $this->sheet();
        $box = $this->inked($sheet);
        self::assertNotNull($box);
        $empty = 0;
        for ($y = $box[1]; $y <= $box[3]; $y++) {
            for ($x = $box[0]; $x <= $box[2]; $x++) {
                $empty += ($sheet->at($x, $y) & 255) === 0 ? 1 : 0;
            }
        }
        self::assertGreaterThan(0.2, $empty / (($box[2] - $box[0] + 1) * ($box[3] - $box[1] + 1)), 'the meshes of the stamp are empty');
    }

    /** Sooner than what was changed is sent, and with an earlier change still on its way. */
    public function test_what_was_changed_right_before_a_reload_stays(): void
    {
        $chrome = $this->take('scanner', 'net');
        $chrome->press('Add a step');
        $chrome->click('[data-add="clear-colour"]');
        $chrome->wait('the step', fn (): bool => $chrome->run('return document.querySelector("input[aria-label=\'Tolerance, typed\']") !== null') === true);
        $type = 'const i = document.querySelector("input[aria-label=\'Tolerance, typed\']"); const type = (v) => { i.value = v; i.dispatchEvent(new Event("change", { bubbles: true })); }; ';
        foreach ([[17, ''], [23, 'type("41 %"); await new Promise(done => setTimeout(done, 310)); ']] as [$percent, $before]) {
            $chrome->run("{$type}window.isOld = true; (async () => { {$before}type('{$percent} %'); await Promise.resolve(); setTimeout(() => location.reload(), 20); })()");
            $chrome->wait('the page anew', fn (): bool => $chrome->run('return window.isOld === undefined && document.querySelector("[data-step=\"clear-colour\"]") !== null') === true);
            $chrome->press('Clear colour');
            $chrome->wait("{$percent} %", fn (): bool => $chrome->run('return document.querySelector("input[aria-label=\'Tolerance, typed\']")?.value') === "{$percent} %");
        }
    }

    public function test_a_photo_in_uneven_light_is_made_clean_by_its_own_check_list(): void
    {
        $chrome = $this->take('camera', 'ink mark');
        $chrome->waitForText('[data-findings]', 'The light is uneven');
        $this->mendAll();
        self::assertStringContainsString('Nothing to mend.', $chrome->text('[data-findings]'));
        self::assertStringContainsString('Flatten light', $chrome->text('[aria-label="Cut list"]'));
        $tip = $this->makeTip();
        $edge = 0;
        for ($x = 0; $x < $tip->width; $x++) {
            $edge = max($edge, $tip->at($x, 0) & 255, $tip->at($x, $tip->height - 1) & 255);
        }
        self::assertSame(0, $edge, 'nothing of the table prints');
    }

    /** A list that cannot be cut says why, and its check list does not call it clean; put right, it is looked at again. */
    public function test_a_crop_that_leaves_nothing_is_said_and_not_called_clean(): void
    {
        $chrome = $this->take('scanner', 'feather');
        $chrome->wait('the first look', fn (): bool => (int) $chrome->run('return Number(document.querySelector("canvas[x-ref=prints]").dataset.checked || 0)') > 0);
        $chrome->press('Add a step');
        $this->afterPreview(fn () => $chrome->click('[data-add="crop"]'));
        $this->afterPreview(fn () => $chrome->type('input[aria-label="From the left, typed"]', '70 %'));
        $chrome->type('input[aria-label="From the right, typed"]', '60 %');
        $chrome->waitForText('[role=alert]', 'Crop would leave nothing of the picture. Move its edges apart.');
        self::assertStringContainsString('Not checked', $chrome->text('[data-findings]'));
        self::assertStringNotContainsString('Nothing to mend.', $chrome->text('[data-findings]'));
        $this->afterPreview(fn () => $chrome->press('Undo'));
        $chrome->wait('another look', fn (): bool => ! str_contains($chrome->text('[data-findings]'), 'Not checked') && ! str_contains($chrome->text('[data-findings]'), 'Looking'));
        self::assertStringNotContainsString('Crop would leave', $chrome->text('main'));
        // The refusals are in the browser's log too, and nothing else is.
        foreach ($chrome->log() as $line) {
            self::assertStringContainsString('422', $line);
        }
    }

    public function test_five_shells_are_cut_together_and_painted(): void
    {
        $chrome = $this->chrome();
        $chrome->open('/gather/scanner');
        foreach ([1, 2, 3, 4, 5] as $roll) {
            $taken = $chrome->run('return fetch("/gather/scanner", { method: "POST", headers: { "Content-Type": "application/json", Accept: "application/json", "X-CSRF-TOKEN": document.querySelector("meta[name=csrf-token]").content }, body: JSON.stringify({ numbers: { find: "shell", dpi: 100, tint: 0.1, dust: 0, roll: arguments[0] } }) }).then((r) => r.status)', $roll);
            self::assertSame(201, $taken);
        }
        $chrome->open('/gather');
        foreach ([5, 4, 3, 2, 1] as $roll) {
            $chrome->run("[...document.querySelectorAll('input[type=checkbox]')].find((i) => i.getAttribute('aria-label') === 'Choose Shell, scan {$roll}').click()");
        }
        $chrome->press('Cut together, as frames');
        $chrome->waitForPath('/cut-sets/');
        $this->waitForChecks();
        $this->mendAll(['Keep its colours']);
        // The second frame goes first.
        $chrome->open($chrome->path().'?frame=1');
        $this->waitForChecks();
        $chrome->press('Earlier');
        $chrome->wait('the frame to be first', fn (): bool => str_contains((string) $chrome->run('return location.search'), 'frame=0'));
        $chrome->press('Make tip of 5');
        $chrome->waitForPath('/tune/');
        $chrome->wait('a swatch', fn (): bool => $this->painted('main canvas') > 0);
        $chrome->press('Try');
        $chrome->waitForPath('/try/');
        $chrome->find('[data-surface][data-loaded=yes]');
        $chrome->pen('[data-surface]', array_map(fn (int $i): array => [0.2 + 0.6 * $i / 30, 0.5, 0.7], range(0, 30)));
        $this->waitForUndo();
        self::assertNotNull($this->inked($this->sheet()));
        self::assertSame([], $chrome->log());
    }

    public function test_words_become_a_stamp_that_prints_once_a_press(): void
    {
        $chrome = $this->chrome();
        $chrome->open('/gather/lettering');
        $chrome->wait('a picture', fn (): bool => $this->painted('main canvas') > 0);
        $chrome->run('const t = document.querySelector("textarea"); t.value = "Quay"; t.dispatchEvent(new Event("input", { bubbles: true }))');
        $chrome->wait('the new words', fn (): bool => $chrome->run('return document.querySelector("input[maxlength=\'120\']").value') === 'Quay');
        $chrome->press('Take it, and cut');
        $chrome->waitForPath('/cut/');
        $this->waitForChecks();
        $this->mendAll();
        $this->makeTip();
        $chrome->run('[...document.querySelectorAll("[role=tab]")].find((t) => t.textContent.trim().startsWith("Step")).click()');
        $chrome->wait('the settings of the step', fn (): bool => $chrome->run('return [...document.querySelectorAll("main [role=group]")].some((g) => g.getAttribute("aria-label") === "One per press")') === true);
        // Several letters with clear outlines: what they begin as is a stamp, at a size that is said.
        self::assertSame('true', $chrome->run('return [...document.querySelectorAll("main [role=group]")].find((g) => g.getAttribute("aria-label") === "One per press").querySelectorAll("button")[1].getAttribute("aria-pressed")'));
        self::assertStringContainsString('It begins at 64 px', $chrome->text('[data-begun]'));
        $chrome->press('Good');
        $chrome->press('Try');
        $chrome->waitForPath('/try/');
        $chrome->find('[data-surface][data-loaded=yes]');
        $before = $this->sheet();
        $shown = (int) $chrome->run('return Number(document.querySelector("[data-surface]").dataset.shown || 0)');
        $chrome->pen('[data-surface]', array_map(fn (int $i): array => [0.2 + 0.6 * $i / 30, 0.8, 0.8], range(0, 30)));
        $chrome->wait('the stroke to be laid', fn (): bool => (int) $chrome->run('return Number(document.querySelector("[data-surface]").dataset.shown || 0)') > $shown && $this->sheet()->pixels !== $before->pixels);
        $after = $this->sheet();
        $box = $this->inked(new Bitmap($after->width, $after->height, array_map(fn (int $a, int $b): int => $a === $b ? 0 : 255, $before->pixels, $after->pixels)));
        self::assertNotNull($box);
        // One print, where the pen went down: a stroke of prints would go on to the far side.
        self::assertLessThan(120, $box[2] - $box[0]);
    }

    /** Out of the grass by a box and a mark; printed on anything, no green is around it. */
    public function test_a_thing_is_taken_out_of_a_scene_by_a_box_and_a_mark(): void
    {
        $chrome = $this->take('camera', 'shell', 'grass');
        $chrome->waitForText('[data-findings]', 'no mark on paper but a scene');
        $this->afterPreview(fn () => $chrome->press('own colours'));
        self::assertStringNotContainsString('Nothing to mend.', $chrome->text('[data-findings]'));
        $chrome->press('Add a step');
        $this->afterPreview(fn () => $chrome->click('[data-add="take-thing"]'));
        $chrome->waitForText('[data-step="take-thing"]', 'Draw around the thing, or click on it.');
        $this->afterPreview(fn () => $chrome->pen('[x-ref=picture]', [[0.1, 0.25, 0.5], [0.5, 0.5, 0.5], [0.9, 0.8, 0.5]], 'mouse'));
        $chrome->wait('the scene to be gone', fn (): bool => ! str_contains($chrome->text('[data-findings]'), 'but a scene'));
        $chrome->press('not this');
        $chrome->waitForText('[data-step="take-thing"]', 'Draw over what is too much.');
        $this->afterPreview(fn () => $chrome->pen('[x-ref=picture]', [[0.2, 0.3, 0.4], [0.25, 0.3, 0.7]]));
        $chrome->press('Take the last mark back');
        $chrome->wait('no mark', fn (): bool => $chrome->run('return [...document.querySelectorAll("button")].find((b) => b.textContent.trim() === "Take the last mark back").disabled') === true);
        $this->afterPreview(fn () => $chrome->press('Undo'));
        self::assertFalse($chrome->run('return [...document.querySelectorAll("button")].find((b) => b.textContent.trim() === "Take the last mark back").disabled'), 'the mark is back');
        $this->assertAccessible();
        $tip = $this->makeTip();
        $chrome->press('Try');
        $chrome->waitForPath('/try/');
        $chrome->find('[data-surface][data-loaded=yes]');
        $before = $this->sheet();
        $chrome->pen('[data-surface]', [[0.5, 0.5, 1.0]]);
        $chrome->wait('the stamp on the sheet', fn (): bool => $this->sheet()->pixels !== $before->pixels);
        // What others left on the sheet does not count.
        $stamp = array_map(fn (int $was, int $is): int => ($was & 255) === 0 ? $is : 0, $before->pixels, $this->sheet()->pixels);
        foreach (['tip' => $tip->pixels, 'stamp' => $stamp] as $which => $pixels) {
            $partly = $green = $there = 0;
            foreach ($pixels as $p) {
                $alpha = $p & 255;
                $there += $alpha > 0 ? 1 : 0;
                if ($alpha > 15 && $alpha < 240) {
                    $partly++;
                    $green += ($p >> 16 & 255) > ($p >> 24) + 6 ? 1 : 0;
                }
            }
            self::assertGreaterThan($which === 'tip' ? 2000 : 200, $there);
            self::assertLessThan(0.08, $green / max(1, $partly), "a rim of grass around the {$which}");
        }
        self::assertSame([], $chrome->log());
    }

    public function test_coins_on_cloth_are_parted_into_frames_and_scattered_on_a_dark_sheet_without_a_rim(): void
    {
        $chrome = $this->take('camera', 'coins', 'cloth');
        $this->afterPreview(fn () => $chrome->press('own colours'));
        $chrome->press('Add a step');
        $this->afterPreview(fn () => $chrome->click('[data-add="take-thing"]'));
        $this->afterPreview(fn () => $chrome->pen('[x-ref=picture]', [[0.1, 0.25, 0.5], [0.5, 0.5, 0.5], [0.93, 0.85, 0.5]], 'mouse'));
        $chrome->waitForText('[data-finding="several-things"]', '6 things lie apart in this tip');
        // One mark with the pen, on the middle coin, which changes nothing that was right.
        $chrome->press('this');
        $this->afterPreview(fn () => $chrome->pen('[x-ref=picture]', [[0.5, 0.55, 0.4], [0.54, 0.57, 0.8]]));
        $chrome->waitForText('[data-finding="several-things"]', '6 things lie apart in this tip');
        $chrome->click('[data-finding="several-things"] button');
        $chrome->waitForPath('/cut-sets/');
        $this->waitForChecks();
        self::assertSame(6, $chrome->run('return document.querySelectorAll("[aria-label=Frames] a").length'));
        self::assertStringContainsString('One list for all frames', $chrome->text('[aria-label="Cut list"]'));
        $this->assertAccessible();
        $first = $chrome->run('return document.querySelector("[aria-label=\"Print and checks\"]").innerText.match(/≈ [\\d, ×]+ px/)[0]');
        // Another frame shows another coin, and what is changed there holds for all.
        $chrome->click('[aria-label=Frames] a:nth-of-type(3)');
        $this->waitForChecks();
        self::assertNotSame($first, $chrome->run('return document.querySelector("[aria-label=\"Print and checks\"]").innerText.match(/≈ [\\d, ×]+ px/)[0]'));
        $this->afterPreview(fn () => $chrome->type('input[aria-label="Margin, typed"]', '12 px'));
        $chrome->press('Make tip of 6');
        $chrome->waitForPath('/tune/');
        $chrome->wait('a swatch', fn (): bool => $this->painted('main canvas') > 0);
        $chrome->press('Try');
        $chrome->waitForPath('/try/');
        $chrome->find('[data-surface][data-loaded=yes]');
        $chrome->run('const well = document.querySelector("[aria-label=\"Colour of the paper\"]"); well.value = "#101014"; well.dispatchEvent(new Event("input"))');
        $before = $this->sheet();
        $chrome->pen('[data-surface]', array_map(fn (int $i): array => [0.2 + 0.6 * $i / 20, 0.5 + 0.2 * sin($i / 3), 0.7], range(0, 20)));
        $chrome->wait('the stroke on the sheet', fn (): bool => $this->sheet()->pixels !== $before->pixels);
        $stroke = array_map(fn (int $was, int $is): int => ($was & 255) === 0 ? $is : 0, $before->pixels, $this->sheet()->pixels);
        // Blue against red parts silver (1), copper and brass (0.4) from cloth (0.65).
        $ofCloth = fn (int $p): bool => ($p >> 24) > 40 && abs(($p >> 8 & 255) / ($p >> 24) - 0.65) < 0.1;
        $whole = array_filter($stroke, fn (int $p): bool => ($p & 255) > 240);
        $edge = array_filter($stroke, fn (int $p): bool => ($p & 255) > 15 && ($p & 255) < 240);
        self::assertGreaterThan(2000, count($whole));
        self::assertLessThan(0.1, count(array_filter($whole, $ofCloth)) / count($whole), 'cloth in the coins');
        self::assertLessThan(0.15, count(array_filter($edge, $ofCloth)) / max(1, count($edge)), 'a rim of cloth');
        self::assertSame([], $chrome->log());
    }

    public function test_a_page_photographed_from_the_side_is_straightened_by_its_corners(): void
    {
        $chrome = $this->chrome();
        $chrome->open('/gather');
        $file = $this->app()->folder.'/page.png';
        $photo = MadePages::photo(MadePages::corners(0.7071, 32, 18, 9, 0.85, 0.62), 'wood', 4);
        file_put_contents($file, PictureFile::encode($photo->width, $photo->height, $photo->toBytes(), 'png'));
        $chrome->upload('input[type=file][multiple]', $file);
        $chrome->waitForPath('/cut/');
        $this->waitForChecks();
        $chrome->press('Add a step');
        $chrome->click('[data-add="straighten"]');
        $size = fn (): string => (string) $chrome->run('return document.querySelector("[aria-label=\"Print and checks\"]").innerText.match(/[\\d,]+ × [\\d,]+ px/g).at(-1)');
        $chrome->wait('the corners', fn (): bool => str_contains($chrome->text('[data-step=straighten]'), 'upper left'));
        $chrome->wait('an upright sheet', fn (): bool => preg_match('/(\d+) × (\d+) px/', $size(), $m) === 1 && abs((int) $m[1] / (int) $m[2] - 0.7071) < 0.02);
        $this->assertAccessible();
        // By hand, with the pen; and by the keys, a tenth of a per cent at a time.
        $upperLeft = fn (): string => $chrome->text('[data-step=straighten] [aria-label^="Its corners"] button');
        $found = $upperLeft();
        [$x, $y] = array_map(fn (string $v): float => (float) $v / 100, explode(', ', explode("\n", $found)[1]));
        // The whole photo is fitted into the mat, above the bar with the wipe.
        $place = $chrome->run('const m = document.querySelector("[x-ref=mat]"); const [w, h] = [m.clientWidth, m.clientHeight]; const s = Math.min((w - 40) / 800, (h - 84) / 600); return [0.5 + (arguments[0] - 0.5) * 800 * s / w, ((h - 44) / 2 + (arguments[1] - 0.5) * 600 * s) / h]', $x, $y);
        self::assertIsArray($place);
        $this->afterPreview(fn () => $chrome->pen('[x-ref=picture]', [[$place[0], $place[1], 0.5], [$place[0] + 0.02, $place[1] + 0.02, 0.5], [$place[0] + 0.05, $place[1] + 0.05, 0.5]]));
        self::assertNotSame($found, $upperLeft());
        $this->afterPreview(fn () => $chrome->press('Undo'));
        $chrome->wait('the corner where it was', fn (): bool => $upperLeft() === $found);
        $this->afterPreview(fn () => $chrome->keys('[data-step=straighten] [aria-label^="Its corners"] button', WebDriverKeys::ARROW_RIGHT));
        self::assertNotSame($found, $upperLeft());
        $this->afterPreview(fn () => $chrome->press('Find them'));
        $chrome->wait('the corner found', fn (): bool => $upperLeft() === $found);
        $this->mendAll(['Square']);
        $tip = $this->makeTip();
        self::assertGreaterThan(200, $tip->height);
        self::assertSame(0, $tip->at(0, 0) & 255, 'no paper and no wood around the mark');
        self::assertSame([], $chrome->log());
    }

    public function test_many_sources_come_in_parts_are_searched_as_a_whole_and_stay_chosen(): void
    {
        $this->take('scanner', 'net');
        $library = new PDO("sqlite:{$this->app()->folder}/yarrowfog.sqlite");
        for ($i = 0; $i < 90; $i++) {
            $library->exec("INSERT INTO sources (name, hash, type, bytes, width, height, origin, created_at, updated_at) SELECT 'Sedge {$i}', hash, type, bytes, width, height, origin, datetime(), datetime() FROM sources ORDER BY id DESC LIMIT 1");
        }
        $chrome = $this->chrome();
        $chrome->open('/gather');
        $count = fn (): int => (int) $chrome->run('return document.querySelectorAll("[data-source]").length');
        $chrome->wait('the first part of the wall', fn (): bool => $count() === 60);
        self::assertStringContainsString('Show more:', $chrome->text('main'));
        $chrome->run('const wall = document.querySelector("[data-source]").closest(".overflow-y-auto"); wall.scrollTop = wall.scrollHeight;');
        $chrome->wait('the rest of it', fn (): bool => $count() > 90);
        $chrome->type('input[aria-label="Search the sources"]', 'sedge 77');
        $chrome->wait('what goes by these words', fn (): bool => $count() === 1);
        $chrome->run('document.querySelector("[data-source] input[type=checkbox]").click()');
        $chrome->waitForText('[aria-label="What is chosen"]', '1 chosen');
        $chrome->type('input[aria-label="Search the sources"]', 'sedge 3');
        $chrome->wait('others', fn (): bool => $count() === 18);
        self::assertStringContainsString('1 chosen', $chrome->text('[aria-label="What is chosen"]'));
        $chrome->press('Delete');
        $chrome->waitForText('main', 'Sedge 77 deleted.');
        self::assertSame(18, $count());
        $chrome->type('input[aria-label="Search the sources"]', 'sedge 77');
        $chrome->waitForText('main', 'Nothing here goes by these words.');
        $this->assertAccessible();
        $chrome->press('Bring back');
        $chrome->wait('the wall anew', fn (): bool => $count() === 60);
        $library->exec("DELETE FROM sources WHERE name LIKE 'Sedge %'");
    }

    public function test_the_hand_works_on_the_picture(): void
    {
        $chrome = $this->take('scanner', 'ink mark');
        $width = fn (): int => (int) preg_replace('/^\D*([\d,]+).*$/su', '$1', strtr($chrome->text('[aria-label="Prints as"] + span'), [',' => '']));
        $chrome->press('Add a step');
        $chrome->click('[data-add="crop"]');
        $this->waitForChecks();
        $before = $width();
        $this->afterPreview(fn () => $chrome->pen('[x-ref=under]', [[0.001, 0.5], [0.1, 0.5], [0.25, 0.5]], 'mouse'));
        $chrome->wait('the crop', fn (): bool => str_contains($chrome->text('[data-step="crop"]'), 'From the left') && $width() < $before);

        $chrome->press('Add a step');
        $chrome->click('[data-add="keep-area"]');
        $this->waitForChecks();
        $this->afterPreview(fn () => $chrome->press('oval'));
        $this->afterPreview(fn () => $chrome->pen('[x-ref=under]', [[0.3, 0.3], [0.5, 0.5], [0.8, 0.7]], 'mouse'));

        $chrome->press('Add a step');
        $chrome->click('[data-add="hand-mask"]');
        $this->waitForChecks();
        $this->afterPreview(fn () => $chrome->pen('[x-ref=under]', array_map(fn (int $i): array => [0.3 + 0.02 * $i, 0.5, 0.2 + 0.04 * $i], range(0, 20))));
        $saved = fn (): mixed => $chrome->run('return fetch(location.pathname).then((r) => r.text()).then((t) => JSON.parse(new DOMParser().parseFromString(t, "text/html").getElementById("cut-data").textContent).list.steps)');
        $mask = null;
        $chrome->wait('the list to be kept', function () use ($saved, &$mask): bool {
            foreach ((array) $saved() as $step) {
                $mask = is_array($step) && $step['step'] === 'hand-mask' ? $step['numbers']['strokes'] : $mask;
            }

            return is_array($mask) && count($mask) === 1;
        });
        self::assertTrue($mask[0]['pressed']);
        self::assertGreaterThan(0.5, max(array_column($mask[0]['samples'], 3)) - min(array_column($mask[0]['samples'], 3)), 'the pen’s pressure is kept');
        $this->afterPreview(fn () => $chrome->press('Undo'));
        $chrome->waitForText('[data-step="hand-mask"]', 'Take the last stroke back');
        self::assertSame([], $chrome->log());
    }

    public function test_steps_are_moved_by_keys_and_by_dragging_switched_and_taken_back(): void
    {
        $chrome = $this->take('scanner', 'pebble');
        $this->mendAll(['Keep its colours']);
        $order = fn (): array => (array) $chrome->run('return [...document.querySelectorAll("[data-step]")].map((s) => s.dataset.step)');
        $first = $order();
        self::assertGreaterThan(2, count($first));
        $swapped = [$first[1], $first[0], ...array_slice($first, 2)];
        // By keys: the grip keeps the focus, so that it can go on.
        $this->afterPreview(fn () => $chrome->keys("[data-step=\"{$first[1]}\"] [data-grip]", WebDriverKeys::ARROW_UP));
        self::assertSame($swapped, $order());
        $chrome->wait('the focus', fn (): bool => $chrome->run('return document.activeElement?.closest("[data-step]")?.dataset.step') === $first[1]);
        $this->afterPreview(fn () => $chrome->press('Undo'));
        self::assertSame($first, $order());
        $this->afterPreview(fn () => $chrome->press('Redo'));
        self::assertSame($swapped, $order());
        // By dragging it over the other one, with a pen as with a mouse; undone, it is dragged again.
        $grip = "[data-step=\"{$first[0]}\"] [data-grip]";
        foreach (['pen', 'mouse'] as $pointer) {
            $up = (float) $chrome->run('const grip = document.querySelector(arguments[0]).getBoundingClientRect(); const other = document.querySelector(`[data-step="${arguments[1]}"]`).getBoundingClientRect(); return (other.top + other.height / 2 - grip.top) / grip.height', $grip, $first[1]);
            $this->afterPreview(fn () => $chrome->pen($grip, array_map(fn (int $k): array => [0.5, 0.5 + ($up - 0.5) * $k / 6, 0.6], range(0, 6)), $pointer));
            self::assertSame($first, $order(), $pointer);
            if ($pointer === 'pen') {
                $this->afterPreview(fn () => $chrome->press('Undo'));
                self::assertSame($swapped, $order());
            }
        }
        // Switched off it stays in the list; taken out it is gone; both are undone.
        $chrome->click("[data-step=\"{$first[0]}\"] button[aria-expanded]");
        // However fast one thing follows the other, each is undone by itself.
        $this->afterPreview(fn () => $chrome->run(<<<'JS'
            document.querySelector(`[data-step="${arguments[0]}"] input.switch`).click();
            return new Promise((done) => setTimeout(() => {
                const wasOn = document.querySelector(`[data-step="${arguments[0]}"] input.switch`).checked;
                [...document.querySelectorAll('button')].find((b) => b.textContent.trim() === 'Take this step out' && b.checkVisibility()).click();
                done(wasOn);
            }, 0));
            JS, $first[0]));
        self::assertSame(array_slice($first, 1), $order());
        $this->afterPreview(fn () => $chrome->press('Undo'));
        self::assertSame($first, $order());
        self::assertFalse($chrome->run('return document.querySelector(`[data-step="${arguments[0]}"] input.switch`).checked', $first[0]));
        $this->afterPreview(fn () => $chrome->press('Undo'));
        self::assertSame($first, $order());
        self::assertTrue($chrome->run('return document.querySelector(`[data-step="${arguments[0]}"] input.switch`).checked', $first[0]));
        self::assertSame([], $chrome->log());
    }

    private function take(string $way, string ...$choices): Chrome
    {
        $chrome = $this->chrome();
        $chrome->open("/gather/{$way}");
        $chrome->wait('a picture', fn (): bool => $this->painted('main canvas') > 0);
        foreach ($choices as $choice) {
            $before = $this->painted('main canvas');
            $chrome->press($choice);
            $chrome->wait("“{$choice}”", fn (): bool => $this->painted('main canvas') > $before);
        }
        $chrome->press('Take it, and cut');
        $chrome->waitForPath('/cut/');
        $this->waitForChecks();

        return $chrome;
    }

    /** Presses the first mending button until none is left. */
    private function mendAll(array $but = []): void
    {
        $chrome = $this->chrome();
        for ($i = 0; $i < 12; $i++) {
            $label = $chrome->run('return [...document.querySelectorAll("[data-findings] button")].map((b) => b.textContent.trim()).find((l) => !arguments[0].includes(l)) ?? null', $but);
            if (! is_string($label)) {
                return;
            }
            $checked = $this->checked();
            $chrome->press($label);
            $chrome->wait("“{$label}” to be done", fn (): bool => $this->checked() > $checked && $this->isLookedAt());
        }
        self::fail('The check list never came to an end: '.$chrome->text('[data-findings]'));
    }

    private function makeTip(): Bitmap
    {
        $chrome = $this->chrome();
        $chrome->press('Make tip');
        $chrome->waitForPath('/tune/');
        $chrome->wait('a swatch', fn (): bool => $this->painted('main canvas') > 0);
        $tip = $chrome->run('return fetch(location.pathname.replace("tune", "brushes")).then((r) => r.text()).then((t) => JSON.parse(new DOMParser().parseFromString(t, "text/html").getElementById("brush-data").textContent).formats[0].url)');
        self::assertIsString($tip);

        return PictureFile::read((string) file_get_contents($tip))->bitmap();
    }

    private function checked(): int
    {
        return (int) $this->chrome()->run('return Number(document.querySelector("[x-ref=prints]")?.dataset.checked || 0)');
    }

    private function waitForChecks(): void
    {
        $this->chrome()->wait('the check list', fn (): bool => $this->checked() > 0 && $this->isLookedAt());
    }

    /** Whether what the check list says is of the list as it is now. */
    private function isLookedAt(): bool
    {
        return $this->chrome()->run('return document.querySelector("[data-findings]").ariaBusy') !== 'true';
    }

    /** @param  callable(): mixed  $do */
    private function afterPreview(callable $do): void
    {
        $painted = $this->painted('[x-ref=picture]');
        $checked = $this->checked();
        $do();
        $this->chrome()->wait('the picture to follow', fn (): bool => $this->painted('[x-ref=picture]') > $painted && $this->checked() > $checked && $this->isLookedAt());
    }

    private function waitForUndo(): void
    {
        $chrome = $this->chrome();
        $chrome->wait('the stroke to be laid', fn (): bool => $chrome->run('return !Array.from(document.querySelectorAll("button")).find(b => b.textContent.trim() === "Undo").disabled') === true);
    }

    private function sheet(): Bitmap
    {
        return PictureFile::read((string) file_get_contents("{$this->app()->url}/sheets/".basename($this->chrome()->path()).'/picture'))->bitmap();
    }

    /** @return array{int, int, int, int}|null left, top, right, bottom of all ink */
    private function inked(Bitmap $sheet): ?array
    {
        $box = null;
        foreach ($sheet->pixels as $i => $p) {
            if (($p & 255) > 0) {
                $x = $i % $sheet->width;
                $y = intdiv($i, $sheet->width);
                $box = $box === null ? [$x, $y, $x, $y] : [min($box[0], $x), min($box[1], $y), max($box[2], $x), max($box[3], $y)];
            }
        }

        return $box;
    }
}
