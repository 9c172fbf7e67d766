<?php

declare(strict_types=1);

namespace Tests\Browser;

use App\Pictures\PictureFile;
use PDO;

/** Brushes sorted, found, signed, sent out, brought in, and never lost. */
final class KeepTest extends BrowserTestCase
{
    use OnSheets;

    protected const WITH_DEMO = true;

    /** What is saved is not put on a disk by the browser: its address is held. */
    private function holdFiles(): void
    {
        $this->chrome()->run('window.saved = null; HTMLAnchorElement.prototype.click = function () { window.saved = this.href; }');
    }

    private function saved(string $button): string
    {
        $chrome = $this->chrome();
        $this->holdFiles();
        $chrome->press($button);
        $chrome->wait('the file', fn (): bool => is_string($chrome->run('return window.saved')));

        return (string) file_get_contents((string) $chrome->run('return window.saved'));
    }

    /**
     * Drops files on the page, as a painter does who drags them from a folder.
     *
     * @param  array<string, string>  $files  bytes by name
     */
    private function drop(array $files): void
    {
        $this->chrome()->run('const held = new DataTransfer(); for (const [name, bytes] of Object.entries(arguments[0])) { held.items.add(new File([Uint8Array.from(atob(bytes), (c) => c.charCodeAt(0))], name)); } document.querySelector("main").dispatchEvent(new DragEvent("drop", { bubbles: true, cancelable: true, dataTransfer: held }))', array_map(base64_encode(...), $files));
    }

    private function total(): string
    {
        return $this->chrome()->text('[data-total]');
    }

    /** @return list<string> names of the brushes on the wall, from the first on */
    private function names(): array
    {
        $names = $this->chrome()->run('return [...document.querySelectorAll(".kept")].sort((a, b) => a.dataset.index - b.dataset.index).map((card) => card.querySelector(".kept-name").textContent)');

        return is_array($names) ? array_values(array_map(strval(...), $names)) : [];
    }

    /** A blot on clear ground that no other is like. */
    private static function blot(int $i): string
    {
        $bytes = '';
        for ($y = 0; $y < 48; $y++) {
            for ($x = 0; $x < 48; $x++) {
                $isIn = hypot($x - 24, ($y - 24) * (1 + $i / 40)) < 14 + $i % 7;
                $bytes .= pack('C4', 20, 20, 20, $isIn ? 255 : 0);
            }
        }

        return PictureFile::encode(48, 48, $bytes, 'png');
    }

    /** Presses the first brush of the rail on a new sheet. */
    private function stampOn(string $brush): string
    {
        $chrome = $this->onSheet(400, 300);
        $chrome->run('const box = document.querySelector("[data-dock] input[type=search]"); box.value = arguments[0]; box.dispatchEvent(new Event("input"))', $brush);
        $chrome->click('[data-dock] [data-brush]');
        $chrome->pen('[data-surface]', [[0.4, 0.4, 1.0]]);
        $sheet = (int) basename($chrome->path());
        $chrome->wait('the stamp to be kept', fn (): bool => count(array_unique(PictureFile::read((string) file_get_contents("{$this->app()->url}/sheets/{$sheet}/picture"))->bitmap()->pixels)) > 1);

        return hash('sha256', PictureFile::read((string) file_get_contents("{$this->app()->url}/sheets/{$sheet}/picture"))->rgba);
    }

    public function test_forty_pictures_become_stamps_on_a_set_that_travels_and_stamps_the_same(): void
    {
        $chrome = $this->chrome();
        $chrome->open('/keep');
        $chrome->wait('the wall', fn (): bool => $this->names() !== []);
        $files = [];
        for ($i = 0; $i < 40; $i++) {
            $files[sprintf('blot %02d.png', $i)] = self::blot($i);
        }
        $this->drop($files);
        $chrome->waitForPath('/incoming/');
        $chrome->wait('forty pictures', fn (): bool => $chrome->run('return document.querySelectorAll("[data-picture]").length') === 40);
        $chrome->wait('a first strip', fn (): bool => $chrome->run('return document.querySelector("[data-picture] img").naturalWidth') === 340);
        $chrome->run('const set = document.querySelector("[aria-label=\"Put all of them on a set called\"]"); set.value = "Blots"; set.dispatchEvent(new Event("input"))');
        $chrome->press('Take 40 in');
        $chrome->wait('the wall', fn (): bool => $chrome->path() === '/keep', 90);
        $chrome->press('Blots40');
        $chrome->wait('the set', fn (): bool => $this->total() === '40 brushes' && count($this->names()) > 5);
        self::assertSame('blot 00', $this->names()[0]);
        $before = $this->stampOn('blot 07');

        // The set goes out as a file, and the library is begun anew.
        $chrome->open('/keep');
        $chrome->press('Blots40');
        $chrome->wait('the set', fn (): bool => $this->total() === '40 brushes');
        $chrome->click('[aria-label="The set"] button');
        $chrome->waitForText('[aria-label="The set"] [data-weight]', '40 brushes, about');
        $bundle = $this->saved('Save the bundle');
        self::assertStringStartsWith('PK', $bundle);
        $chrome->open('/keep/library');
        $chrome->press('Start over …');
        $chrome->click('dialog[open] input[type=checkbox]');
        $chrome->click('dialog[open] button:not([class*=quiet])');
        $chrome->wait('another library', fn (): bool => str_contains($chrome->text('[data-before]'), 'another one now'), 60);
        $chrome->open('/keep');
        $chrome->waitForText('main', 'No brushes kept yet');

        // A friend drops the file, on whatever page.
        $chrome->open('/gather');
        $this->drop(['blots.fogbundle' => $bundle]);
        $chrome->waitForPath('/incoming/');
        $chrome->wait('forty brushes', fn (): bool => $chrome->run('return document.querySelectorAll("[data-item]").length') === 40);
        $chrome->wait('a first strip', fn (): bool => $chrome->run('return document.querySelector("[data-item] img").naturalWidth') === 340);
        $chrome->press('Take 40 in');
        $chrome->wait('the wall', fn (): bool => $chrome->path() === '/keep', 60);
        $chrome->press('Blots40');
        $chrome->wait('the set', fn (): bool => $this->total() === '40 brushes');
        self::assertSame($before, $this->stampOn('blot 07'), 'it stamps the same pixels');

        // One step back takes all of it back.
        $chrome->open('/keep');
        $chrome->wait('the wall', fn (): bool => $this->total() === '40 brushes');
        $chrome->press('Undo');
        $chrome->wait('an empty wall', fn (): bool => $this->total() === '0 brushes');
        $chrome->press('Again');
        $chrome->wait('the brushes', fn (): bool => $this->total() === '40 brushes');
        $chrome->open('/keep/library');
        $chrome->wait('the copies', fn (): bool => str_contains($chrome->text('[data-copies]'), 'before starting over'));
        $chrome->click('[data-copies] li button');
        $chrome->wait('the demo', fn (): bool => str_contains($chrome->text('main h1 + span'), '65 brushes'), 60);
        self::assertSame([], $chrome->log());
    }

    public function test_brushes_are_found_and_chosen_by_keyboard_only(): void
    {
        $chrome = $this->chrome();
        $chrome->open('/keep');
        $chrome->wait('the wall', fn (): bool => $this->names() !== []);
        $focused = fn (): string => (string) $chrome->run('return document.activeElement.getAttribute("aria-label") ?? document.activeElement.querySelector(".kept-name")?.textContent ?? ""');
        $chrome->keys('body', '/');
        self::assertSame('Find brushes', $focused());
        $chrome->keys('[aria-label="Find brushes"]', 'shore');
        $chrome->wait('what is found', fn (): bool => $this->total() === '10 brushes' && count($this->names()) === 10);
        self::assertStringContainsString('q=shore', (string) $chrome->run('return location.search'));
        $chrome->keys('[aria-label="Find brushes"]', "\u{E015}");
        self::assertSame($this->names()[0], $focused());
        $chrome->keys(':focus', "\u{E014}");
        self::assertSame($this->names()[1], $focused());
        self::assertStringContainsString('paints', (string) $chrome->run('return document.activeElement.querySelector(".sr-only").textContent'));
        $chrome->keys(':focus', ' ');
        $chrome->hold('Shift', fn () => $chrome->run('document.activeElement.dispatchEvent(new KeyboardEvent("keydown", { key: "ArrowRight", shiftKey: true, bubbles: true, cancelable: true }))'));
        $chrome->waitForText('[data-chosen]', '2 chosen');
        $chrome->run('document.activeElement.dispatchEvent(new KeyboardEvent("keydown", { key: "a", ctrlKey: true, bubbles: true, cancelable: true }))');
        $chrome->waitForText('[data-chosen]', '10 chosen');
        $chrome->keys(':focus', "\u{E00C}");
        $chrome->wait('nothing to be chosen', fn (): bool => $chrome->text('[data-chosen]') === '');
        // A filter narrows what is found, and the address holds it.
        $chrome->run('const lays = document.querySelector("[name=lays]"); lays.value = "stamp"; lays.dispatchEvent(new Event("change"))');
        $chrome->wait('stamps', fn (): bool => $this->names() === ['Cockle shell']);
        $chrome->open((string) $chrome->run('return location.pathname + location.search'));
        $chrome->wait('the same again', fn (): bool => $this->names() === ['Cockle shell']);
        $chrome->keys('[aria-label="Find brushes"]', "\u{E015}");
        $chrome->keys(':focus', "\u{E007}");
        $chrome->waitForPath('/brushes/');
        self::assertSame('Cockle shell', $chrome->find('aside input')->getAttribute('value'));
        self::assertSame([], $chrome->log());
    }

    public function test_many_are_changed_in_one_step_and_a_frame_chooses(): void
    {
        $chrome = $this->chrome();
        $chrome->open('/keep?set=1&sort=name');
        $chrome->wait('the set', fn (): bool => count($this->names()) === 5);
        $chrome->run('document.querySelector(".kept-check").click()');
        $chrome->waitForText('[data-chosen]', '1 chosen');
        $chrome->press('None');
        // From below the wall up over the last row.
        $chrome->pen('[data-wall]', [[0.98, 0.97, 0.5], [0.9, 0.7, 0.5], [0.02, 0.02, 0.5]], 'mouse');
        $chrome->waitForText('[data-chosen]', '5 chosen');
        $chrome->press('Tag …');
        $chrome->run('const tag = document.querySelector("[aria-label=Tags]"); tag.value = "for zeniths"; tag.dispatchEvent(new Event("input"))');
        $chrome->press('Tag them');
        $chrome->waitForText('main [role=status].ml-auto', 'Tagged 5 brushes “for zeniths”');
        $chrome->run('const q = document.querySelector("[aria-label=\"Find brushes\"]"); q.value = "zenith"; q.dispatchEvent(new Event("input"))');
        $chrome->wait('those that were tagged', fn (): bool => count($this->names()) === 5);
        $chrome->press('Undo');
        $chrome->wait('none', fn (): bool => $this->total() === '0 brushes');
        self::assertSame([], $chrome->log());
    }

    public function test_a_brush_that_was_deleted_last_week_is_brought_back(): void
    {
        $chrome = $this->chrome();
        $chrome->open('/keep?q=rain+line');
        $chrome->wait('the brush', fn (): bool => ($this->names()[0] ?? '') === 'Rain line');
        $chrome->run('document.querySelector(".kept[data-index=\\"0\\"] .kept-check").click()');
        $chrome->press('Delete');
        $chrome->wait('it to be gone', fn (): bool => ! in_array('Rain line', $this->names(), true));
        $library = new PDO("sqlite:{$this->app()->folder}/yarrowfog.sqlite");
        $library->exec("UPDATE brushes SET deleted_at = datetime('now', '-7 days') WHERE name = 'Rain line'");
        $chrome->open('/keep');
        $chrome->click('[data-aside]');
        $chrome->waitForText('[data-aside-list]', '1 week ago');
        $chrome->press('Bring back');
        $chrome->wait('it to be back', fn (): bool => ! str_contains($chrome->text('[data-aside-list]'), 'Rain line'));
        $chrome->open('/keep?q=rain+line');
        $chrome->wait('the brush', fn (): bool => ($this->names()[0] ?? '') === 'Rain line');
        self::assertSame([], $chrome->log());
    }

    public function test_a_brush_is_told_of_signed_and_shown_on_a_card(): void
    {
        $chrome = $this->chrome();
        $chrome->open('/brushes/5');
        $chrome->type('aside input', 'Seal of the harbour');
        $chrome->wait('the name', fn (): bool => str_contains((string) file_get_contents($this->app()->url.'/keep/cards?ids=5'), 'Seal of the harbour'));
        $chrome->run('const by = document.querySelector("[data-maker] select"); by.value = "0"; by.dispatchEvent(new Event("change"))');
        $chrome->wait('nobody to have made it', fn (): bool => $chrome->text('[data-maker]') !== '' && $chrome->find('[aria-label="A new maker’s name"]')->isDisplayed());
        $chrome->run('const name = document.querySelector("[aria-label=\"A new maker’s name\"]"); name.value = "Wim Oster <b>"; name.dispatchEvent(new Event("input"))');
        $chrome->press('Make');
        $chrome->find('[x-ref=signature]');
        $chrome->pen('[x-ref=signature]', array_map(fn (int $i): array => [0.15 + 0.7 * $i / 30, 0.5 + 0.25 * sin($i / 2), 0.7], range(0, 30)));
        $chrome->wait('the signature', fn (): bool => $chrome->run('return document.querySelector("img[data-signature]").naturalWidth') > 10);
        $chrome->type('[data-maker] > label input[list=licences]', 'CC-BY-SA-4.0');
        $chrome->wait('the licence', fn (): bool => str_contains((string) file_get_contents($this->app()->url.'/brushes/5'), 'CC-BY-SA-4.0'));
        $chrome->press('Send out …');
        $svg = $this->saved('SVG');
        self::assertStringContainsString('<title>Seal of the harbour</title>', $svg);
        self::assertStringContainsString('by Wim Oster &lt;b&gt; · CC-BY-SA-4.0', $svg);
        self::assertSame(1, preg_match('#base64,([^"]+)"#', $svg, $found));
        $card = PictureFile::read((string) base64_decode($found[1], true))->bitmap();
        self::assertSame(1400, $card->width);
        // In the corner at the right is the signature: some ink, mostly paper.
        $ink = 0;
        for ($y = 20; $y < 116; $y++) {
            for ($x = 1100; $x < 1360; $x++) {
                $ink += ($card->at($x, $y) >> 8 & 255) < 128 ? 1 : 0;
            }
        }
        self::assertThat($ink, self::logicalAnd(self::greaterThan(80), self::lessThan(6000)));
        $this->assertAccessible();
    }
}
