<?php

declare(strict_types=1);

namespace Tests\Browser;

use App\Pictures\PictureRefused;
use Facebook\WebDriver\WebDriverKeys;
use PHPUnit\Framework\Attributes\TestWith;

/** Painting, tuning and keeping with the demo's brushes. */
final class PaintingTest extends BrowserTestCase
{
    protected const WITH_DEMO = true;

    protected function tearDown(): void
    {
        // A test that failed while the server was away must not fail the others.
        $this->app()->start();
    }

    public function test_ink_follows_the_pen_while_it_is_down(): void
    {
        $chrome = $this->onFreshSheet();
        // A real pen moves slowly from left to right and lifts; pieces must have shown before it did.
        $chrome->run('window.live = 0; window.lifted = false; const c = document.querySelector("[data-surface]"); c.addEventListener("paint-shown", () => { if (!window.lifted) window.live++; }); c.addEventListener("pointerup", () => { window.lifted = true; })');
        $chrome->pen('[data-surface]', array_map(fn (int $i): array => [0.2 + 0.6 * $i / 60, 0.5, 0.7], range(0, 60)), every: 20);
        $this->waitForUndo(true);
        self::assertGreaterThan(3, $chrome->run('return window.live'));
        self::assertStringContainsString('Pen · pressure and tilt', $chrome->text('main'));
        self::assertSame([], $chrome->log());
    }

    public function test_a_mouse_paints_with_the_assumed_pressure(): void
    {
        $chrome = $this->onFreshSheet();
        $chrome->pen('[data-surface]', array_map(fn (int $i): array => [0.2 + 0.6 * $i / 20, 0.4, 0], range(0, 20)), 'mouse');
        $this->waitForUndo(true);
        self::assertGreaterThan(0, $this->ink());
        self::assertStringContainsString('Mouse · the brush’s assumed pressure', $chrome->text('main'));
    }

    public function test_a_pen_that_is_taken_away_ends_its_stroke_and_the_next_one_paints(): void
    {
        $chrome = $this->onFreshSheet();
        $stroke = array_map(fn (int $i): array => [0.2 + 0.6 * $i / 20, 0.4, 0.7], range(0, 20));
        // The system takes the pen away in the middle: the page never hears of its lifting.
        $chrome->run('const c = document.querySelector("[data-surface]"); let moves = 0; c.addEventListener("pointermove", (e) => { if (++moves === 10) { c.releasePointerCapture(e.pointerId); } }); c.addEventListener("pointerup", (e) => e.stopImmediatePropagation(), { capture: true, once: true })');
        $chrome->pen('[data-surface]', $stroke);
        $this->waitForUndo(true);
        $half = $this->ink();
        self::assertGreaterThan(0, $half);
        $chrome->pen('[data-surface]', array_map(fn (array $s): array => [$s[0], 0.7, $s[2]], $stroke));
        $chrome->wait('the whole second stroke', fn (): bool => $this->ink() > 2 * $half);
        self::assertSame([], $chrome->log());
    }

    public function test_a_stroke_goes_on_when_the_process_that_holds_it_ends(): void
    {
        $chrome = $this->onFreshSheet();
        $stroke = array_map(fn (int $i): array => [0.1 + 0.8 * $i / 60, 0.4, 0.7], range(0, 60));
        $half = 0;
        $chrome->pen('[data-surface]', $stroke, halfway: function () use ($chrome, &$half): void {
            $chrome->wait('ink under the pen', fn (): bool => $this->ink() > 0);
            $half = $this->ink();
            $this->app()->endWorkers();
        });
        $this->waitForUndo(true);
        $chrome->wait('the whole stroke', fn (): bool => $this->ink() > 1.5 * $half);
        self::assertSame([], $chrome->log());
        // The next one is held again.
        $whole = $this->ink();
        $chrome->pen('[data-surface]', array_map(fn (array $s): array => [$s[0], 0.7, $s[2]], $stroke));
        $chrome->wait('the next stroke', fn (): bool => $this->ink() > 1.8 * $whole);
    }

    public function test_strokes_wait_while_the_server_is_away_even_through_a_reload(): void
    {
        $chrome = $this->onFreshSheet();
        $path = $chrome->path();
        $sheet = basename($path);
        $this->app()->stop();
        $stroke = array_map(fn (int $i): array => [0.2 + 0.6 * $i / 20, 0.5, 0.7], range(0, 20));
        $chrome->pen('[data-surface]', $stroke);
        $chrome->waitForText('header', 'The server is away. 1 stroke waits here and will be sent when it is back.');
        $chrome->pen('[data-surface]', array_map(fn (array $s): array => [$s[0], 0.7, $s[2]], $stroke));
        $chrome->wait('both strokes to be stored', fn (): bool => $this->kept($sheet) === 2);
        $this->app()->start();
        $chrome->open($path);
        $this->waitForUndo(true);
        $chrome->wait('nothing to wait', fn (): bool => $this->kept($sheet) === 0);
        $chrome->press('Undo');
        $chrome->press('Undo');
        $chrome->wait('the empty sheet', fn (): bool => $this->ink() === 0);
        self::assertSame($path, $chrome->path());
        // The browser notes every refused connection; other tests want a clean log.
        self::assertNotSame([], $chrome->log());
    }

    /** Whatever the server answers to a finished stroke, it is not dropped: it stays in the browser, through a reload, and can be offered again. */
    public function test_a_refused_stroke_is_kept_and_offered_again(): void
    {
        $chrome = $this->onFreshSheet();
        $chrome->run('const real = window.fetch; window.fetch = (url, options) => String(url).includes("/pen/strokes") ? Promise.resolve(new Response(JSON.stringify({ message: "The library is locked." }), { status: 500, headers: { "Content-Type": "application/json" } })) : real(url, options);');
        $chrome->pen('[data-surface]', array_map(fn (int $i): array => [0.2 + 0.6 * $i / 20, 0.5, 0.7], range(0, 20)));
        $chrome->wait('word of it', fn (): bool => str_contains($chrome->text('[data-refused]'), '1 stroke was refused'));
        $chrome->waitForText('body', 'The library is locked. It is kept in this browser.');
        $chrome->open($chrome->path());
        $chrome->wait('the stroke, kept through a reload', fn (): bool => str_contains($chrome->text('[data-refused]'), '1 stroke was refused'));
        $chrome->press('Offer again');
        $this->waitForUndo(true);
        self::assertGreaterThan(0, $this->ink());
        $chrome->wait('no more word of it', fn (): bool => ! str_contains($chrome->text('body'), '1 stroke was refused'));
    }

    /** Painting takes the keys: after a size was typed, Ctrl Z takes back the stroke, and “,” makes the brush smaller. */
    public function test_undo_means_the_last_thing_done(): void
    {
        $chrome = $this->onFreshSheet();
        $chrome->type('[aria-label="Size, typed"]', '80');
        $chrome->pen('[data-surface]', array_map(fn (int $i): array => [0.2 + 0.6 * $i / 20, 0.5, 0.7], range(0, 20)));
        $this->waitForUndo(true);
        $chrome->keys('body', WebDriverKeys::CONTROL.'z'.WebDriverKeys::NULL);
        $chrome->wait('the stroke to be taken back', fn (): bool => $this->ink() === 0);
        self::assertSame('80 px', $this->sizeInHand());
        $chrome->keys('body', ',');
        $chrome->wait('a smaller brush', fn (): bool => $this->sizeInHand() === '71 px');
    }

    /** Inks belong to the hand; size and opacity stay with the brush on this sheet until they are put back. */
    public function test_what_is_in_hand_stays_when_another_brush_is_taken(): void
    {
        $chrome = $this->onFreshSheet();
        $chrome->click('[aria-label^="Main ink,"]');
        $chrome->find('[data-ink-chart] canvas[data-painted]');
        $chrome->type('[aria-label^="sRGB"]', '#b03060');
        $chrome->find('[aria-label="Main ink, #b03060"]');
        $chrome->click('[aria-label^="Main ink,"]');
        $kept = $this->sizeInHand();
        $chrome->type('[aria-label="Size, typed"]', '9000');
        $chrome->waitForText('main', 'The most is 2,000 px.');
        $chrome->type('[aria-label="Size, typed"]', '1400');
        $chrome->waitForText('main', 'Larger than its tip');
        $chrome->click('[aria-label="Brushes"] > div:nth-of-type(3) [data-brush]');
        $chrome->wait('the other brush', fn (): bool => $this->sizeInHand() !== '1,400 px');
        $chrome->find('[aria-label="Main ink, #b03060"]');
        $chrome->open($chrome->path());
        $chrome->find('[aria-label="Main ink, #b03060"]');
        $chrome->click('[aria-label="Brushes"] > div:nth-of-type(2) [data-brush]');
        $chrome->wait('the size that it had in hand', fn (): bool => $this->sizeInHand() === '1,400 px');
        $chrome->press('As kept');
        $chrome->wait('the kept size', fn (): bool => $this->sizeInHand() === $kept);
    }

    private function sizeInHand(): string
    {
        $value = $this->chrome()->run('return document.querySelector("[aria-label=\"Size, typed\"]").value');

        return is_string($value) ? $value : '';
    }

    public function test_changes_in_tune_are_undone_and_survive_a_reload(): void
    {
        $chrome = $this->chrome();
        $chrome->open('/tune/1');
        $value = fn (): string => (string) $chrome->find('input[aria-label="Spacing, typed"]')->getAttribute('value');
        $chrome->wait('a swatch', fn (): bool => $this->painted('main canvas') > 0);
        $before = $value();
        $chrome->type('input[aria-label="Spacing, typed"]', '44');
        $chrome->waitForText('h1 + span', 'changed since kept');
        $chrome->wait('the change to be saved', fn (): bool => $chrome->run('return sessionStorage.getItem("past:tune:1") !== null') === true);
        $chrome->wait('the draft to be saved', fn (): bool => str_contains((string) file_get_contents($this->app()->url.'/keep/cards?ids=1'), '"isChanged":true'));
        $chrome->open('/tune/1');
        $chrome->waitForText('h1 + span', 'changed since kept');
        self::assertSame('44 %', $value());
        $chrome->press('Undo');
        $chrome->wait('the old spacing', fn (): bool => $value() === $before);
        $chrome->press('Redo');
        $chrome->wait('the new spacing', fn (): bool => $value() === '44 %');
        $chrome->press('Put back');
        $chrome->waitForText('h1 + span', ' · kept');
        $chrome->wait('the kept spacing', fn (): bool => $value() === $before);
        self::assertSame([], $chrome->log());
    }

    /** Sheets painted before are reached from any other, and what is dropped and cannot lie on one is said. */
    public function test_earlier_sheets_are_a_list(): void
    {
        $chrome = $this->onFreshSheet();
        $here = $chrome->path();
        $chrome->click('main a[href$="/sheets"]');
        $chrome->click('[data-wall] li:last-child a');
        $chrome->wait('the first sheet', fn (): bool => $chrome->path() !== $here && $chrome->text('h1') !== '');
        $chrome->find('[data-surface][data-loaded=yes]');
        $chrome->run('const held = new DataTransfer(); held.items.add(new File(["Dear harbour master"], "letter.png", { type: "image/png" })); window.dispatchEvent(new DragEvent("drop", { cancelable: true, dataTransfer: held }))');
        $chrome->waitForText('main', 'This is not a picture that Yarrowfog opens.');
        // The browser notes every answer that refuses; other tests want a clean log.
        self::assertCount(1, $chrome->log());
    }

    #[TestWith(['/gather'])]
    #[TestWith(['/cut/6'])]
    #[TestWith(['/tune/6'])]
    #[TestWith(['/try'])]
    #[TestWith(['/sheets'])]
    #[TestWith(['/keep'])]
    #[TestWith(['/keep?set=1'])]
    #[TestWith(['/keep/library'])]
    #[TestWith(['/brushes/6'])]
    #[TestWith(['/gather/scanner'])]
    #[TestWith(['/gather/lettering'])]
    #[TestWith(['/gather/growth'])]
    public function test_every_room_is_accessible_and_fits_a_small_window(string $room): void
    {
        $chrome = $this->chrome();
        $chrome->resize(1024, 700);
        $chrome->open($room);
        $chrome->wait('the room', fn (): bool => $chrome->run('return document.readyState === "complete" && !document.querySelector("main [x-cloak]:not([x-show])")') === true);
        if (str_starts_with($room, '/cut') || str_starts_with($room, '/tune')) {
            $chrome->wait('a picture', fn (): bool => (int) $chrome->run('return Math.max(...[...document.querySelectorAll("canvas")].map(c => Number(c.dataset.painted || 0)))') > 0);
        }
        $this->assertAccessible();
        $chrome->resize(1280, 800);
    }

    public function test_the_safety_rails_stand(): void
    {
        // Makes the first sheet.
        $this->chrome()->open('/try');
        $context = stream_context_create(['http' => ['method' => 'POST', 'header' => "Content-Type: application/json\r\nAccept: application/json\r\n", 'content' => '{}', 'ignore_errors' => true]]);
        file_get_contents($this->app()->url.'/sheets', false, $context);
        self::assertStringContainsString('419', $http_response_header[0], 'A request without a token is refused.');
        file_get_contents($this->app()->url.'/sheets/1/pen/pieces', false, $context);
        self::assertStringContainsString('403', $http_response_header[0], 'Nor is a piece from nowhere.');
        $own = fn (string $json): array => ['http' => ['method' => 'POST', 'header' => "Sec-Fetch-Site: same-origin\r\nContent-Type: application/json\r\n", 'content' => $json, 'ignore_errors' => true]];
        $answer = (string) file_get_contents($this->app()->url.'/sheets/1/pen/pieces', false, stream_context_create($own('{"stroke": 3}')));
        self::assertStringContainsString('422', $http_response_header[0]);
        self::assertStringContainsString('must be text', (string) json_decode($answer)->message);
        file_get_contents($this->app()->url.'/sheets/999999/pen/pieces', false, stream_context_create($own('{}')));
        self::assertStringContainsString('404', $http_response_header[0]);
        file_get_contents($this->app()->url.'/gather');
        $headers = implode("\n", $http_response_header);
        self::assertStringContainsString("script-src 'self'", $headers);
        self::assertStringContainsStringIgnoringCase('samesite=strict', $headers);
        foreach (['/..%2f.env', '/build/..%2f..%2f.env', '/.htaccess', '/index.php%00.txt'] as $path) {
            file_get_contents($this->app()->url.$path, false, stream_context_create(['http' => ['ignore_errors' => true]]));
            self::assertMatchesRegularExpression('/ 40[04] /', $http_response_header[0], $path);
        }
        // A page of another name that was led to this address is refused, whatever it asks for.
        file_get_contents($this->app()->url.'/gather', false, stream_context_create(['http' => ['header' => "Host: harbour.example\r\n", 'ignore_errors' => true]]));
        self::assertStringContainsString('421', $http_response_header[0]);
        // A file that is too large is turned away before it has come, in the words of the application.
        $line = stream_socket_client(str_replace('http://', 'tcp://', $this->app()->url)) ?: self::fail();
        fwrite($line, "POST /sources HTTP/1.0\r\nHost: 127.0.0.1\r\nContent-Length: 200000000\r\n\r\n");
        $refused = (string) stream_get_contents($line);
        self::assertStringContainsString(' 413 ', strtok($refused, "\r\n") ?: '');
        self::assertStringContainsString(PictureRefused::TOO_LARGE, $refused);
    }

    private function onFreshSheet(): Chrome
    {
        $chrome = $this->chrome();
        $chrome->open('/try');
        $chrome->open('/sheets');
        $chrome->press('Make a sheet');
        $chrome->wait('a new sheet', fn (): bool => str_contains($chrome->path(), '/try/') && str_contains($chrome->text('h1'), 'Sheet'));
        $chrome->find('[data-surface][data-loaded=yes]');

        return $chrome;
    }

    /** A session that has lapsed costs nobody anything: what is asked with it is asked again with a new one. */
    public function test_a_page_outlives_its_session(): void
    {
        $chrome = $this->onFreshSheet();
        $chrome->run('document.querySelector("meta[name=csrf-token]").setAttribute("content", "lapsed")');
        $chrome->press('Add a layer');
        $chrome->waitForText('[aria-label=Layers]', 'Layer 2');
        $chrome->press('Add a layer');
        $chrome->waitForText('[aria-label=Layers]', 'Layer 3');
        // The browser notes the one answer that refused.
        self::assertCount(1, $chrome->log());
    }

    /** A server that fails is asked again, and the stroke is laid once. */
    public function test_a_stroke_is_sent_again_to_a_server_that_failed(): void
    {
        $chrome = $this->onFreshSheet();
        $chrome->run('const real = window.fetch; window.failed = 0; window.fetch = (url, options) => String(url).includes("/pen/strokes") && window.failed++ < 2 ? Promise.resolve(new Response(JSON.stringify({ message: "The disk is full." }), { status: 507, headers: { "Content-Type": "application/json" } })) : real(url, options);');
        $chrome->pen('[data-surface]', array_map(fn (int $i): array => [0.2 + 0.6 * $i / 20, 0.5, 0.7], range(0, 20)));
        $chrome->waitForText('main', 'The disk is full. The stroke waits here and is sent again.');
        $this->waitForUndo(true);
        self::assertSame(3, $chrome->run('return window.failed'));
        self::assertSame('', $chrome->text('[data-refused]'));
        $chrome->wait('nothing kept', fn (): bool => $this->kept(basename($chrome->path())) === 0);
    }

    /** Strokes in the browser's own database that wait for a sheet. */
    private function kept(string $sheet): int
    {
        $count = $this->chrome()->run('return new Promise((resolve) => { const asked = indexedDB.open("yarrowfog", 1); asked.onsuccess = () => { const all = asked.result.transaction("strokes").objectStore("strokes").getAll(); all.onsuccess = () => { asked.result.close(); resolve(all.result.filter((e) => e.sheet.endsWith(arguments[0])).length); }; }; })', "/sheets/{$sheet}");

        return is_int($count) ? $count : -1;
    }

    private function waitForUndo(bool $possible): void
    {
        $this->chrome()->wait('undo', fn (): bool => $this->chrome()->run('return ![...document.querySelectorAll("button")].find(b => b.textContent.trim() === "Undo").disabled') === $possible);
    }

    private function ink(): int
    {
        $sum = $this->chrome()->run('const c = document.querySelector("canvas"); const d = c.getContext("2d").getImageData(0, 0, c.width, c.height).data; let s = 0; for (let i = 3; i < d.length; i += 4) s += d[i]; return s');

        return is_numeric($sum) ? (int) $sum : -1;
    }
}
