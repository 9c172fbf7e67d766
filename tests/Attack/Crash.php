<?php

declare(strict_types=1);

namespace Tests\Attack;

use App\Pictures\PictureFile;
use Closure;
use CurlHandle;
use CurlMultiHandle;
use PDO;
use Random\Engine\Mt19937;
use Random\Randomizer;
use RuntimeException;
use Symfony\Component\Process\Process as Command;
use Tests\Browser\Application;
use Tests\Browser\Process;

/**
 * Writes all kinds of things to a Yarrowfog of its own, which is ended by force, loses its power or finds its disk full at moments that
 * nobody chose, and looks whether all that was acknowledged is there, and nothing is half there.
 */
final class Crash
{
    public const KILLED = 'killed';

    public const POWER = 'power';

    public const FULL = 'full';

    /** ms after the first stroke that it acknowledges, after which it falls. */
    private const SOON = [0, 1200];

    /** ms that this stroke may take. */
    private const PATIENCE = 30000;

    private const SHEETS = 3;

    /** s by which what is left over is made older than it is: what nobody has claimed for so long is cleared away. */
    private const LATER = 7200;

    /** @var list<string> what should not be */
    public array $faults = [];

    /** @var array<string, int> how many of each kind were acknowledged */
    public array $acknowledged = [];

    /** Writes that were not answered, or refused with a sentence. */
    public int $unanswered = 0;

    /** @var list<array{string, string}> what must be there: a question in SQL that gives 1, and what it is */
    private array $promised = [];

    private readonly Randomizer $chance;

    private readonly Application $app;

    private readonly string $disk;

    private Client $client;

    /** @var list<int> */
    private array $sheets = [];

    private int $number = 0;

    /** @var array<string, int> strokes that were acknowledged and not changed yet: their sheets, by UUID */
    private array $strokes = [];

    /** Whether a brush is drawn that is to be kept. */
    private bool $isKeeping = false;

    /** @var array<string, mixed>|null */
    private ?array $first = null;

    private function __construct(int $seed, private readonly string $how)
    {
        $this->chance = new Randomizer(new Mt19937($seed));
        $this->disk = sys_get_temp_dir().'/yarrowfog-disk-'.bin2hex(random_bytes(5));
        foreach (['files', 'names'] as $part) {
            mkdir("{$this->disk}/{$part}", 0700, true);
        }
        $this->app = new Application(withDemo: true, surroundings: $how === self::KILLED ? [] : [
            'LD_PRELOAD' => self::build($this->disk),
            'DISK_OF' => '{folder}',
            ...$how === self::POWER ? ['DISK_SHADOW' => $this->disk] : ['DISK_FULL' => "{$this->disk}/full"],
        ]);
    }

    /** The library that stands between the server and its disk. SQLite’s own is loaded with it: PHP would have it past it otherwise. */
    private static function build(string $folder): string
    {
        (new Command(['gcc', '-shared', '-fPIC', '-O1', '-o', "{$folder}/disk.so", __DIR__.'/disk.c', '-ldl']))->mustRun();
        $sqlite = glob('/lib/*/libsqlite3.so.0')[0] ?? glob('/usr/lib/*/libsqlite3.so.0')[0] ?? throw new RuntimeException('SQLite is not a library of its own here.');

        return "{$folder}/disk.so {$sqlite}";
    }

    /** @param  callable(int): void  $tell  how many moments are done */
    public static function run(int $seed, int $moments, string $how, ?callable $tell = null): self
    {
        $crash = new self($seed, $how);
        try {
            $crash->begin();
            for ($i = 0; $i < $moments && count($crash->faults) < 20; $i++) {
                $how === self::FULL ? $crash->fill() : $crash->fall();
                $crash->look("moment {$i}");
                $tell !== null && $tell($i + 1);
            }
            $crash->repaint();
        } finally {
            $crash->app->remove();
            Process::removeFolder($crash->disk);
        }

        return $crash;
    }

    private function library(): PDO
    {
        $library = new PDO("sqlite:{$this->app->folder}/yarrowfog.sqlite");
        $library->exec('PRAGMA busy_timeout = 5000');

        return $library;
    }

    private function begin(): void
    {
        $library = $this->library();
        for ($i = 0; $i < self::SHEETS; $i++) {
            $library->exec("INSERT INTO sheets (name, width, height, created_at, updated_at) VALUES ('Sheet {$i}', 500, 400, datetime(), datetime())");
            $this->sheets[] = $sheet = (int) $library->lastInsertId();
            $library->exec("INSERT INTO layers (sheet_id, name, position, created_at, updated_at) VALUES ({$sheet}, 'Paint', 0, datetime(), datetime())");
        }
        $this->client = new Client($this->app);
    }

    /** Writes until somebody pulls the plug. */
    private function fall(): void
    {
        $before = $this->how === self::POWER ? $this->onDisk() : [];
        $soon = 1000000 * $this->chance->getInt(...self::SOON);
        $acknowledged = $this->acknowledged['stroke'] ?? 0;
        // From the first stroke on: how long a server takes to come up says nothing of how it falls.
        $until = hrtime(true) + 1000000 * self::PATIENCE;
        $isUp = false;
        $under = $this->begun();
        while (hrtime(true) < $until) {
            $under = $this->goOn($under);
            if (! $isUp && ($this->acknowledged['stroke'] ?? 0) > $acknowledged) {
                $isUp = true;
                $until = hrtime(true) + $soon;
            }
        }
        $this->app->fall();
        // What was answered before the plug was pulled was answered.
        $this->goOn($under, isOver: true);
        if ($this->how === self::POWER) {
            $this->losePower($before);
        }
        $this->isKeeping = false;
        $this->app->start();
        $this->client = new Client($this->app);
    }

    /** Writes while the disk is full, and a little longer. */
    private function fill(): void
    {
        for ($i = 0, $before = $this->chance->getInt(0, 3); $i < $before; $i++) {
            $this->write();
        }
        touch("{$this->disk}/full");
        for ($i = 0; $i < 8; $i++) {
            $this->write();
        }
        unlink("{$this->disk}/full");
        for ($i = 0; $i < 2; $i++) {
            $this->write();
        }
    }

    private function write(): void
    {
        [$input, $promises] = $this->something();
        [$status, $body] = $this->client->ask($input);
        $then = $this->answered($input, $status, $body, $promises);
        if ($then !== null) {
            $this->answered($then, ...[...$this->client->ask($then), $promises]);
        }
    }

    /** @return array{CurlMultiHandle, list<array{CurlHandle, HostileInput, Closure}>} two writes at a time */
    private function begun(): array
    {
        $under = [curl_multi_init(), []];
        for ($i = 0; $i < 2; $i++) {
            $under = $this->add($under);
        }

        return $under;
    }

    private function add(array $under, ?HostileInput $input = null, ?Closure $promises = null): array
    {
        [$input, $promises] = $input === null || $promises === null ? $this->something() : [$input, $promises];
        $handle = $this->client->handle($input);
        curl_multi_add_handle($under[0], $handle);
        $under[1][spl_object_id($handle)] = [$handle, $input, $promises];

        return $under;
    }

    private function goOn(array $under, bool $isOver = false): array
    {
        do {
            curl_multi_exec($under[0], $active);
            $isOver || curl_multi_select($under[0], 0.002);
            while (($done = curl_multi_info_read($under[0])) !== false) {
                $id = spl_object_id($done['handle']);
                [$handle, $input, $promises] = $under[1][$id];
                unset($under[1][$id]);
                curl_multi_remove_handle($under[0], $handle);
                $then = $this->answered($input, $done['result'] === CURLE_OK ? (int) curl_getinfo($handle, CURLINFO_RESPONSE_CODE) : 0, (string) curl_multi_getcontent($handle), $promises);
                if (! $isOver) {
                    $under = $this->add($under, $then, $promises);
                }
            }
        } while ($isOver && $active > 0);

        return $under;
    }

    /**
     * @param  Closure(array<string, mixed>): list<array{string, string}>  $promises
     * @return HostileInput|null what comes next of the same
     */
    private function answered(HostileInput $input, int $status, string $body, Closure $promises): ?HostileInput
    {
        $words = json_decode($body, true);
        $this->isKeeping = $this->isKeeping && $input->kind !== 'keep' && ($input->kind !== 'draft' || $status === 200);
        if ($status >= 200 && $status < 300) {
            $this->acknowledged[$input->kind] = ($this->acknowledged[$input->kind] ?? 0) + 1;
            array_push($this->promised, ...$input->then === null ? $promises(is_array($words) ? $words : []) : []);

            return $input->then;
        }
        $this->unanswered++;
        // While a machine falls anything may be answered; a full disk is told.
        if ($this->how === self::FULL && (! in_array($status, [423, 503, 507], true) || ! is_string($words['message'] ?? null) || strlen($words['message']) < 30)) {
            $this->faults[] = "{$input->method} {$input->path}: {$status} ".substr($body, 0, 300);
        }

        return null;
    }

    /** @return array{HostileInput, Closure(array<string, mixed>): list<array{string, string}>} something to keep, and what is promised with its answer */
    private function something(): array
    {
        $number = ++$this->number;
        $sheet = $this->sheets[$this->chance->getInt(0, self::SHEETS - 1)];
        $kind = $this->chance->getInt(0, 10);
        $uuid = sprintf('%08x-0000-4000-8000-%012x', $this->chance->getInt(0, 0x7FFFFFFF), $number);
        if ($kind === 10 && $this->strokes !== []) {
            return $this->changed((string) array_key_last($this->strokes), $uuid, $number);
        }
        if ($kind < 5 || $kind === 10) {
            $x = $this->chance->getInt(20, 400);
            $y = $this->chance->getInt(20, 300);
            $order = ['stroke' => $uuid, 'brush' => $this->chance->getInt(1, 4), 'size' => $this->chance->getInt(6, 60), 'roll' => $number, 'samples' => [[0, $x, $y, 0.4], [30, $x + 50, $y + 20, 0.9], [60, $x + 80, $y + 70, 0.6]]];

            $whole = new HostileInput('stroke', 'POST', "/sheets/{$sheet}/pen/strokes?stroke={$uuid}", (string) json_encode($order));
            if ($number % 2 === 0) {
                // As a page sends it: a piece first, which it has shown, so that the rest is laid after the answer.
                $piece = [...$order, 'samples' => array_slice($order['samples'], 0, 2)];
                $whole = new HostileInput('piece', 'POST', "/sheets/{$sheet}/pen/pieces?stroke={$uuid}", (string) json_encode($piece), then: new HostileInput('live stroke', 'POST', $whole->path, (string) json_encode([...$order, 'seen' => 1])));
            }

            return [$whole, function (array $words) use ($uuid, $sheet): array {
                $this->strokes[$uuid] = $sheet;

                return [["SELECT count(*) FROM strokes WHERE uuid = '{$uuid}' AND length(trace) > 20", "stroke {$uuid}"]];
            }];
        }
        if ($kind < 7) {
            $picture = PictureFile::encode(40, 30, $this->chance->getBytes(40 * 30 * 4), 'png');

            return [new HostileInput('source', 'POST', '/sources', $picture, ['picture', "p{$number}.png"]), fn (array $words): array => [['SELECT count(*) FROM sources WHERE id = '.(int) ($words['id'] ?? 0), "source {$number}"]]];
        }
        if ($kind === 7) {
            $strokes = [['samples' => [[0, 1, 1, 1], [10, 20, $number, 1]], 'realPressure' => true]];

            return [new HostileInput('recording', 'POST', '/recordings', (string) json_encode(['name' => "Movement {$number}", 'strokes' => $strokes])), fn (array $words): array => [["SELECT count(*) FROM recordings WHERE name = 'Movement {$number}'", "recording {$number}"]]];
        }
        if ($kind === 8) {
            return [new HostileInput('layer', 'POST', "/sheets/{$sheet}/layers", (string) json_encode(['name' => "Layer {$number}"])), fn (array $words): array => [["SELECT count(*) FROM layers WHERE name = 'Layer {$number}'", "layer {$number}"]]];
        }
        $brush = $this->brush();
        $size = round(20 + $number / 1000, 3);
        $brush['settings']['size']['base'] = $size;
        if ($this->isKeeping) {
            return [new HostileInput('brush', 'POST', '/tune/1/branch', (string) json_encode(['brush' => $brush, 'roll' => $number])), fn (array $words): array => [['SELECT count(*) FROM brushes WHERE id = '.(int) basename((string) ($words['tune'] ?? '')), "brush {$number}"]]];
        }
        // Drawn first, and kept with the next request: one at a time, since another draft would take its place.
        $this->isKeeping = true;
        $keep = new HostileInput('keep', 'POST', '/tune/1/keep', '{}');

        return [new HostileInput('draft', 'PUT', '/tune/1', (string) json_encode(['brush' => $brush, 'roll' => $number]), then: $keep), fn (array $words): array => [["SELECT count(*) > 0 FROM brush_versions WHERE brush_id = 1 AND settings LIKE '%\"base\":{$size},%'", "version of size {$size}"]]];
    }

    /** @return array{HostileInput, Closure(array<string, mixed>): list<array{string, string}>} a stroke that is down, painted anew with another roll */
    private function changed(string $stroke, string $change, int $roll): array
    {
        $sheet = $this->strokes[$stroke];
        unset($this->strokes[$stroke]);
        $id = (int) $this->library()->query("SELECT id FROM strokes WHERE uuid = '{$stroke}'")->fetchColumn();

        return [new HostileInput('change', 'POST', "/sheets/{$sheet}/pen/taken?stroke={$change}", (string) json_encode(['change' => $change, 'strokes' => [$id], 'roll' => $roll])), fn (array $words): array => [["SELECT count(*) FROM strokes WHERE id = {$id} AND roll = {$roll}", "roll of stroke {$stroke}"]]];
    }

    /** @return array<string, mixed> the first brush, as it is kept */
    private function brush(): array
    {
        return $this->first ??= (array) json_decode((string) $this->library()->query('SELECT kept FROM brushes WHERE id = 1')->fetchColumn(), true);
    }

    /** @return array<string, string> all files of the library, by their way from its folder */
    private function onDisk(): array
    {
        $this->library()->exec('PRAGMA wal_checkpoint(TRUNCATE)');
        foreach (glob("{$this->disk}/{files,names}/*", GLOB_BRACE) ?: [] as $file) {
            unlink($file);
        }
        $files = [];
        foreach ($this->files() as $name) {
            $files[$name] = (string) file_get_contents("{$this->app->folder}/{$name}");
        }

        return $files;
    }

    /** @return list<string> */
    private function files(): array
    {
        return array_map(fn (string $path): string => substr($path, strlen($this->app->folder) + 1), [...glob("{$this->app->folder}/yarrowfog.sqlite*") ?: [], ...array_filter(glob("{$this->app->folder}/yarrowfog/kept/{*,*/*}", GLOB_BRACE) ?: [], is_file(...))]);
    }

    /**
     * Leaves of each file what was brought to the disk last, and of each folder the names that were.
     *
     * @param  array<string, string>  $before  what was on the disk at first
     */
    private function losePower(array $before): void
    {
        foreach ($this->files() as $name) {
            $path = "{$this->app->folder}/{$name}";
            $synced = "{$this->disk}/files/".fileinode($path);
            $bytes = is_file($synced) ? file_get_contents($synced) : $before[$name] ?? null;
            $folder = "{$this->disk}/names/=".strtr(dirname($name), ['/' => '%']);
            $hasName = isset($before[$name]) || in_array(basename($name), is_file($folder) ? explode("\n", (string) file_get_contents($folder)) : [], true);
            if (! is_string($bytes) || ! $hasName || str_ends_with($name, '-shm')) {
                unlink($path);
            } else {
                file_put_contents($path, $bytes);
            }
        }
    }

    private function look(string $when): void
    {
        $library = $this->library();
        foreach (['PRAGMA integrity_check', 'PRAGMA foreign_key_check'] as $question) {
            $said = implode(' ', $library->query($question)->fetchAll(PDO::FETCH_COLUMN));
            if (! in_array($said, ['ok', ''], true)) {
                $this->faults[] = "{$when}: {$question}: {$said}";
            }
        }
        foreach ($this->promised as [$question, $what]) {
            if ((int) $library->query($question)->fetchColumn() !== 1) {
                $this->faults[] = "{$when}: lost: {$what}";
            }
        }
        // What is not laid yet is laid when somebody looks.
        foreach ($this->sheets as $sheet) {
            [$status, $body] = $this->client->ask(new HostileInput('look', 'GET', "/sheets/{$sheet}/pixels"));
            if ($status !== 200) {
                $this->faults[] = "{$when}: sheet {$sheet}: {$status} ".substr($body, 0, 200);
            }
        }
        $left = (int) $library->query('SELECT count(*) FROM unlaid_strokes')->fetchColumn();
        if ($left > 0) {
            $this->faults[] = "{$when}: {$left} strokes are not laid";
        }
        // Orphans: what nobody claims for hours is cleared away.
        foreach (glob("{$this->app->folder}/yarrowfog/kept/*/*") ?: [] as $file) {
            touch($file, time() - self::LATER);
        }
        $this->command('clean');
        $found = json_decode($this->command('check'), true);
        foreach (['missing', 'damaged', 'leftOver', 'database'] as $what) {
            if (! is_array($found) || ($found[$what] ?? ['?']) !== []) {
                $this->faults[] = "{$when}: {$what}: ".json_encode($found[$what] ?? null);
            }
        }
    }

    private function command(string $word): string
    {
        $command = new Command([PHP_BINARY, dirname(__DIR__, 2).'/bin/yarrowfog.php', 'library', $word, '--library', $this->app->folder], env: Client::COMMANDS);
        $command->run();

        return $command->getOutput();
    }

    /** All strokes painted once more from their traces give the very bytes that lie there. */
    private function repaint(): void
    {
        $library = $this->library();
        $tiles = 'SELECT layer_id, place, hex(pixels), hex(coalesce(rest, zeroblob(0))) FROM tiles WHERE layer_id IN (SELECT id FROM layers WHERE sheet_id IN ('.implode(', ', $this->sheets).')) ORDER BY layer_id, place';
        $there = $library->query($tiles)->fetchAll(PDO::FETCH_NUM);
        $this->app->stop();
        $library->exec('DELETE FROM tiles WHERE layer_id IN (SELECT id FROM layers WHERE sheet_id IN ('.implode(', ', $this->sheets).'))');
        $library->exec('DELETE FROM change_tiles');
        $library->exec("INSERT INTO unlaid_strokes (stroke_id, sheet_id, layer_id, change_id, process, is_wanted, created_at) SELECT s.id, l.sheet_id, l.id, min(c.id), NULL, 0, datetime() FROM strokes s JOIN layers l ON l.id = s.layer_id JOIN changes c ON json_extract(c.rows, '$[0].table') = 'strokes' AND json_extract(c.rows, '$[0].id') = s.id WHERE s.is_down GROUP BY s.id ORDER BY s.id");
        $this->app->start();
        $this->client = new Client($this->app);
        foreach ($this->sheets as $sheet) {
            $this->client->once(new HostileInput('look', 'GET', "/sheets/{$sheet}/pixels"));
        }
        if ($there !== $library->query($tiles)->fetchAll(PDO::FETCH_NUM) || $there === []) {
            $this->faults[] = 'painted once more from their traces, the strokes give other bytes';
        }
    }
}
