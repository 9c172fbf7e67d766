<?php

declare(strict_types=1);

namespace Tests\Attack;

use App\Store\Scratch;
use CurlHandle;
use CurlMultiHandle;
use PDO;
use Symfony\Component\Process\Process as Command;
use Tests\Browser\Application;
use Tests\Browser\Process;

/** Sends hostile inputs to a Yarrowfog of its own, some at a time, and looks afterwards at what they have done. */
final class Attack
{
    /** Requests under way. */
    private const AT_ONCE = 3;

    /** s that an answer may take. */
    public const SLOWEST = 5.0;

    /** Bytes that all processes of the server may have together. */
    private const MOST_MEMORY = 1.5 * (1 << 30);

    /** Inputs between two looks at the memory. */
    private const LOOK = 5;

    /** @var list<string> what should not be */
    public array $faults = [];

    /** @var array<string, array<int, int>> how many answers of each status, by kind */
    public array $answers = [];

    public float $slowest = 0.0;

    public int $memory = 0;

    /** @var array<string, int> rows that answers said were made, by table */
    private array $made = [];

    private readonly Application $app;

    private readonly PDO $library;

    private Client $client;

    private function __construct(private readonly int $seed, private readonly ?float $mayTake)
    {
        $this->app = new Application(withDemo: true);
        $this->library = new PDO("sqlite:{$this->app->folder}/yarrowfog.sqlite");
    }

    /**
     * @param  int  $from  number of the first input
     * @param  (callable(int): void)|null  $tell  how many are done
     * @param  float|null  $mayTake  s that an answer may take; null where the machine is busy with other things too
     */
    public static function run(int $seed, int $count, int $from = 0, ?callable $tell = null, ?float $mayTake = null): self
    {
        $attack = new self($seed, $mayTake);
        try {
            $attack->all($count, $from, $tell ?? fn (int $done) => null);
        } finally {
            $attack->app->remove();
        }

        return $attack;
    }

    private function all(int $count, int $from, callable $tell): void
    {
        $this->client = new Client($this->app);
        $corpus = new Corpus($this->seed, $ids = $this->begin(), $this->good($ids), $this->addresses());
        $before = $this->rows();
        $files = $this->files();
        $this->send($corpus, $count, $from, $tell);
        $this->settle($before, $files);
        array_push($this->faults, ...$this->app->faults());
    }

    /** @return array{sheet: int, brush: int, source: int} a sheet with a stroke on it, a brush and a source */
    private function begin(): array
    {
        $this->library->exec("INSERT INTO sheets (name, width, height, created_at, updated_at) VALUES ('Attacked', 300, 200, datetime(), datetime())");
        $sheet = (int) $this->library->lastInsertId();
        $this->library->exec("INSERT INTO layers (sheet_id, name, position, created_at, updated_at) VALUES ({$sheet}, 'Paint', 0, datetime(), datetime())");
        $brush = (int) $this->library->query('SELECT min(id) FROM brushes')->fetchColumn();
        $this->client->once(new HostileInput('good', 'POST', "/sheets/{$sheet}/pen/strokes", (string) json_encode(['stroke' => '00000000-0000-4000-8000-000000000001', 'brush' => $brush, 'size' => 20, 'roll' => 1, 'samples' => [[0, 20, 20, 1], [20, 200, 100, 1]]])));
        $dot = (string) file_get_contents(dirname(__DIR__, 2).'/docs/screenshots/'.basename((glob(dirname(__DIR__, 2).'/docs/screenshots/*.png') ?: [])[0]));
        $this->client->once(new HostileInput('good', 'POST', '/sources', $dot, ['picture', 'good.png']));

        return ['sheet' => $sheet, 'brush' => $brush, 'source' => (int) $this->library->query('SELECT max(id) FROM sources')->fetchColumn()];
    }

    /**
     * @param  array{sheet: int, brush: int, source: int}  $ids
     * @return array{bundle: string, sheet: string, font: string, ink: string}
     */
    private function good(array $ids): array
    {
        $root = dirname(__DIR__, 2);
        $bundle = "{$this->app->folder}/good.fogbundle";
        (new Command([PHP_BINARY, "{$root}/bin/yarrowfog.php", 'bundle', 'pack', '--brush', (string) $ids['brush'], '--out', $bundle, '--library', $this->app->folder], env: Client::COMMANDS))->mustRun();
        $good = [
            'bundle' => (string) file_get_contents($bundle),
            'sheet' => $this->client->once(new HostileInput('good', 'GET', "/sheets/{$ids['sheet']}/openraster")),
            'font' => (string) file_get_contents("{$root}/resources/fonts/special-elite.woff"),
            'ink' => '<?xml version="1.0" encoding="UTF-8"?><ink xmlns="http://www.w3.org/2003/InkML"><traceFormat xml:id="f"><channel name="X" type="decimal"/><channel name="Y" type="decimal"/><channel name="F" type="decimal"/><channel name="T" type="integer" units="ms"/></traceFormat><trace contextRef="#f">10 10 0.2 0, 20 12 0.6 8, 40 30 0.9 16</trace></ink>',
        ];
        unlink($bundle);

        return $good;
    }

    /** @return list<array{string, string}> */
    private function addresses(): array
    {
        $found = [];
        foreach (['web', 'live'] as $file) {
            preg_match_all("/Route::(get|post|put|patch|delete)\('([^']+)'/", (string) file_get_contents(dirname(__DIR__, 2)."/routes/{$file}.php"), $ways, PREG_SET_ORDER);
            foreach ($ways as [, $method, $path]) {
                // To start over, or put another library in its place, would take the ground from under the attack.
                if (! str_starts_with($path, '/library')) {
                    $found[] = [strtoupper($method), (string) preg_replace('/\{[^}]+\}/', '1', $path)];
                }
            }
        }

        return $found;
    }

    private function send(Corpus $corpus, int $count, int $from, callable $tell): void
    {
        $all = curl_multi_init();
        $next = $from;
        $done = 0;
        /** @var array<int, array{CurlHandle, HostileInput, int}> $busy */
        $busy = [];
        while ($done < $count) {
            while (count($busy) < self::AT_ONCE && $next < $from + $count) {
                $this->begun($all, $busy, $corpus->input($next), $next++);
            }
            curl_multi_exec($all, $active);
            curl_multi_select($all, 0.01);
            while (($message = curl_multi_info_read($all)) !== false) {
                $id = (int) spl_object_id($message['handle']);
                [$handle, $input, $number] = $busy[$id];
                unset($busy[$id]);
                curl_multi_remove_handle($all, $handle);
                $isTaken = $this->look($handle, $input, $number, (string) curl_multi_getcontent($handle));
                if ($input->then !== null && ($isTaken || $input->always)) {
                    $this->begun($all, $busy, $input->then, $number);
                } elseif (++$done % self::LOOK === 0) {
                    $this->memory = max($this->memory, Process::memoryOfGroup($this->app->group()));
                    $tell($done);
                }
            }
        }
    }

    /** @param  array<int, array{CurlHandle, HostileInput, int}>  $busy */
    private function begun(CurlMultiHandle $all, array &$busy, HostileInput $input, int $number): void
    {
        $handle = $this->client->handle($input);
        curl_multi_add_handle($all, $handle);
        $busy[spl_object_id($handle)] = [$handle, $input, $number];
    }

    /** Whether it was taken. */
    private function look(CurlHandle $handle, HostileInput $input, int $number, string $body): bool
    {
        $status = (int) curl_getinfo($handle, CURLINFO_RESPONSE_CODE);
        $took = (float) curl_getinfo($handle, CURLINFO_TOTAL_TIME);
        $this->slowest = max($this->slowest, $took);
        $this->answers[$input->kind][$status] = ($this->answers[$input->kind][$status] ?? 0) + 1;
        $what = "input {$number} of seed {$this->seed}, {$input->kind}, {$input->method} ".mb_substr(mb_scrub($input->path), 0, 120);
        if ($status >= 500 || $status === 0) {
            $this->faults[] = "{$what}: {$status} ".mb_substr(mb_scrub($body), 0, 200);
        }
        if ($this->mayTake !== null && $took > $this->mayTake) {
            $this->faults[] = sprintf('%s: answered after %.1f s', $what, $took);
        }
        $words = json_decode($body, true);
        if ($status >= 400 && $status < 500 && $status !== 400 && ! is_string($words['message'] ?? null)) {
            $this->faults[] = "{$what}: {$status} without a sentence";
        }
        $table = ['/sources' => 'sources', '/teeth' => 'teeth', '/sheets/open' => 'sheets', '/recordings/bring' => 'recordings', '/recordings' => 'recordings'][$input->path] ?? null;
        if (($status === 201 && $table !== null) || ($status === 200 && str_ends_with($input->path, '/pictures'))) {
            // A picture on a sheet is a source.
            $table ??= 'sources';
            $this->made[$table] = ($this->made[$table] ?? 0) + 1;
        }

        return $status < 300;
    }

    /** @return array<string, int> */
    private function rows(): array
    {
        $rows = [];
        foreach (['sources', 'teeth', 'sheets', 'recordings'] as $table) {
            // No answer tells whether a bundle brought the source of its tip: only sources that no tip was cut from are counted.
            $those = $table === 'sources' ? ' WHERE id NOT IN (SELECT source_id FROM tips WHERE source_id IS NOT NULL)' : '';
            $rows[$table] = (int) $this->library->query("SELECT count(*) FROM {$table}{$those}")->fetchColumn();
        }

        return $rows;
    }

    /** @return list<string> files that only processes hand to one another, and those of deliveries */
    private function files(): array
    {
        $found = [];
        foreach ([Scratch::root("{$this->app->folder}/yarrowfog/scratch"), "{$this->app->folder}/yarrowfog/incoming"] as $folder) {
            array_push($found, ...glob("{$folder}/{,*/}*", GLOB_BRACE) ?: []);
        }

        return $found;
    }

    /**
     * What is left behind: rows that no answer told of, files that nobody has, a library that is not whole.
     *
     * @param  array<string, int>  $before
     * @param  list<string>  $files
     */
    private function settle(array $before, array $files): void
    {
        if ($this->memory > self::MOST_MEMORY) {
            $this->faults[] = sprintf('the server took up %d MB', $this->memory >> 20);
        }
        foreach ($this->rows() as $table => $count) {
            $told = $before[$table] + ($this->made[$table] ?? 0);
            if ($count > $told) {
                $this->faults[] = "{$table}: {$count} rows, {$told} were told of";
            }
        }
        foreach (array_diff($this->files(), $files) as $file) {
            if (is_file($file) && ! str_ends_with($file, '.lock')) {
                $this->faults[] = "left behind: {$file}";
            }
        }
        $temporary = glob(sys_get_temp_dir().'/yarrowfog-*-*') ?: [];
        foreach ($temporary as $file) {
            if (preg_match('/yarrowfog-(\d+)-/', $file, $m) === 1 && posix_getpgid((int) $m[1]) === $this->app->group()) {
                $this->faults[] = "left behind: {$file}";
            }
        }
        $check = new Command([PHP_BINARY, dirname(__DIR__, 2).'/bin/yarrowfog.php', 'library', 'check', '--library', $this->app->folder], env: Client::COMMANDS);
        $check->run();
        $found = json_decode($check->getOutput(), true);
        if (! is_array($found) || array_filter([$found['missing'] ?? ['?'], $found['damaged'] ?? ['?'], $found['database'] ?? ['?'], $found['leftOver'] ?? ['?']]) !== []) {
            $this->faults[] = 'library check: '.$check->getOutput().$check->getErrorOutput();
        }
    }
}
