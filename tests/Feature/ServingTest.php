<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\Sheet;
use App\Models\Stroke;
use App\Serving\Calls;
use App\Serving\Configuration;
use App\Serving\ScgiRequest;
use App\Serving\Supervisor;
use App\Serving\Worker;
use Illuminate\Contracts\Console\Kernel;
use Illuminate\Routing\Route as Routed;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Route;
use PHPUnit\Framework\Attributes\TestWith;
use Tests\Browser\Process;

/** The processes that serve: what they read, what they answer, and that none is left behind. */
final class ServingTest extends FeatureTestCase
{
    private const STROKE = '0f8fad5b-d9cb-469f-a165-70867728950e';

    public function test_a_request_arrives_as_it_was_sent(): void
    {
        $body = "{\"a\": \"Sél\"}\0".random_bytes(70000);
        $request = self::received(ScgiClient::request('/sheets/3/pen/pieces?stroke=ab-c', $body)) ?? self::fail();
        self::assertSame($body, $request->getContent());
        self::assertSame(['POST', '/sheets/3/pen/pieces', 'ab-c', 'same-origin', true], [$request->getMethod(), $request->getPathInfo(), $request->query('stroke'), $request->headers->get('Sec-Fetch-Site'), $request->expectsJson()]);
        self::assertSame('', self::received(ScgiClient::request('/ask/inks', ''))?->getContent());
    }

    public function test_what_is_cut_off_or_no_request_is_none(): void
    {
        $whole = ScgiClient::request('/ask/inks', '{"hex": "#336699"}');
        foreach ([...array_map(fn (int $n): string => substr($whole, 0, $n), range(0, strlen($whole) - 1)), '9999999:x', 'x:y,', '-1:,', '12:CONTENT_LENGTH,', str_replace("SCGI\0001", "SCGI\0002", $whole), str_replace("CONTENT_LENGTH\00018", "CONTENT_LENGTH\000-1", $whole), str_replace(',{"hex', ';{"hex', $whole)] as $bytes) {
            self::assertNull(self::received($bytes), bin2hex(substr($bytes, 0, 40)));
        }
    }

    /** Every live route, asked of a worker and of the application itself: the same bytes, whether it can be done or not. */
    public function test_a_worker_answers_as_a_page_does(): void
    {
        $this->useLibraryOnDisk();
        $sheet = Sheet::blank('Test', 300, 200);
        $mark = Sheet::blank('Mark', 300, 200, Sheet::TO_DRAW_A_MARK);
        $brush = $this->brush(['size' => ['base' => 20], 'driftHue' => ['base' => 30]]);
        $source = $this->source();
        $order = ['stroke' => self::STROKE, 'brush' => $brush->id, 'roll' => 7, 'realPressure' => true, 'samples' => [[0, 40, 40, 1], [30, 160, 120, 1], [60, 200, 100, 0.5]]];
        $swatch = ['brush' => $brush->current()->toArray(), 'roll' => 3];
        $list = ['list' => ['steps' => [['step' => 'clear-paper']]]];
        $this->postJson("/sheets/{$sheet->id}/pen/strokes", [...$order, 'stroke' => 'aaaaaaaa-d9cb-469f-a165-70867728950e'])->assertOk();
        $bodies = [
            'sheets.piece' => [$sheet->id, $order],
            'sheets.stroke' => [$sheet->id, $order],
            'strokes.change' => [$sheet->id, ['change' => self::STROKE, 'strokes' => [Stroke::query()->firstOrFail()->id], 'size' => 40]],
            'sheets.fill' => [$mark->id, ['stroke' => self::STROKE, 'x' => 50, 'y' => 50, 'ink' => '#204060']],
            'tune.piece' => [$brush->id, [...$swatch, 'stroke' => self::STROKE, 'realPressure' => true, 'samples' => $order['samples']]],
            'tune.swatch' => [$brush->id, $swatch],
            'tune.advice' => [$brush->id, $swatch],
            'tune.influence' => [$brush->id, [...$swatch, 'station' => 'hand']],
            'tune.range' => [$brush->id, [...$swatch, 'setting' => 'size']],
            'tune.beginnings' => [$brush->id, $swatch],
            'cut.preview' => [$source->id, $list],
            'cut.checks' => [$source->id, $list],
            'inks' => [null, ['hex' => '#336699']],
        ];
        $live = array_filter(Route::getRoutes()->getRoutes(), fn (Routed $r): bool => preg_match('#(^|/)(pen|look|ask)/#', $r->uri()) === 1);
        self::assertEqualsCanonicalizing(array_keys($bodies), array_map(fn (Routed $r): ?string => $r->getName(), array_values($live)));
        $socket = "{$this->folder}/worker.sock";
        $worker = new Process(['php', 'serving/worker.php', $socket], ['DB_DATABASE' => "{$this->folder}/library.sqlite", 'APP_ENV' => 'testing'], "{$this->folder}/logs/worker.log");
        try {
            $this->waitUntil(fn (): bool => ScgiClient::ask($socket, ScgiClient::request('/ask/inks', '{}')) !== null, "{$this->folder}/logs/worker.log");
            $compared = 0;
            foreach ($bodies as $name => [$id, $body]) {
                foreach ([[$id, $body], [$id, []], [$id, [...$body, 'unknown' => 1]], [$id === null ? null : 999, $body]] as [$of, $sent]) {
                    $path = (string) parse_url($of === null ? route($name) : route($name, $of), PHP_URL_PATH);
                    // What a first answer stored would be answered otherwise the second time.
                    DB::beginTransaction();
                    $own = $this->postJson($path, $sent);
                    DB::rollBack();
                    [$status, $headers, $answer] = ScgiClient::ask($socket, ScgiClient::request($path, (string) json_encode($sent))) ?? self::fail((string) file_get_contents("{$this->folder}/logs/worker.log"));
                    // How much of the influence one answer tells depends on the pace of the machine; what both tell is the same.
                    [$ours, $theirs] = $name === 'tune.influence' && $status === 200 ? self::common((string) $own->getContent(), $answer) : [$own->getContent(), $answer];
                    // A second may have passed between both.
                    [$ours, $theirs] = array_map(fn (mixed $a): mixed => is_string($a) ? preg_replace('/"at":"[^"]+"/', '"at":""', $a) : $a, [$ours, $theirs]);
                    self::assertSame([$own->getStatusCode(), $ours], [$status, $theirs], "{$name} ".substr((string) json_encode($sent), 0, 80));
                    foreach (['content-type', 'content-security-policy', 'x-content-type-options'] as $header) {
                        self::assertSame($own->headers->get($header), $headers[$header], $header);
                    }
                    $compared += $status < 300 ? 1 : 0;
                }
            }
            self::assertGreaterThanOrEqual(count($bodies), $compared);
            self::assertSame(403, ScgiClient::ask($socket, ScgiClient::request('/ask/inks', '{"hex": "#336699"}', ['HTTP_SEC_FETCH_SITE' => 'cross-site']))[0] ?? 0);
            self::assertSame(404, ScgiClient::ask($socket, ScgiClient::request('/ask/nothing', ''))[0] ?? 0);
            // What is no request is passed over, and the next one answered.
            self::assertNull(ScgiClient::ask($socket, 'GET / HTTP/1.1'."\r\n\r\n"));
            self::assertSame(200, ScgiClient::ask($socket, ScgiClient::request('/ask/inks', '{"hex": "#336699"}'))[0] ?? 0);
        } finally {
            $worker->end();
        }
        self::assertFileDoesNotExist($socket);
    }

    /**
     * What two answers about influence both tell.
     *
     * @return array{array<string, mixed>, array<string, mixed>}
     */
    private static function common(string $one, string $other): array
    {
        [$one, $other] = [(array) (json_decode($one, true)['settings'] ?? []), (array) (json_decode($other, true)['settings'] ?? [])];
        self::assertNotSame([], array_intersect_key($one, $other));

        return [array_intersect_key($one, $other), array_intersect_key($other, $one)];
    }

    public function test_a_worker_stops_what_takes_too_long_and_goes_on(): void
    {
        $socket = "{$this->folder}/worker.sock";
        $worker = $this->slowWorker($socket, deadline: 1);
        try {
            $slow = ScgiClient::ask($socket, ScgiClient::request('/ask/slow?ms=20000', ''));
            self::assertSame([503, 'This took longer than 1 s and was stopped. What you made is kept; a smaller size is done sooner.'], [$slow[0] ?? 0, json_decode($slow[2] ?? '', true)['message'] ?? '']);
            self::assertSame(200, ScgiClient::ask($socket, ScgiClient::request('/ask/slow?ms=1', ''))[0] ?? 0);
        } finally {
            $worker->end();
        }
    }

    /** A pen that is down waits for its ink; nobody sees the end of a stroke come a little later. What was let in is answered, too, where the worker is told to end. */
    #[TestWith([false])]
    #[TestWith([true])]
    public function test_pieces_of_strokes_are_answered_before_all_else(bool $isTold): void
    {
        $socket = "{$this->folder}/worker.sock";
        $worker = $this->slowWorker($socket, deadline: 30);
        $file = fn (string $name): string => rawurlencode("{$this->folder}/{$name}");
        $ask = function (string $path) use ($socket) {
            $call = stream_socket_client("unix://{$socket}") ?: self::fail();
            fwrite($call, ScgiClient::request($path, ''));

            return $call;
        };
        $calls = [$ask("/ask/slow?ms=600&begun={$file('begun')}")];
        $this->waitUntil(fn (): bool => is_file("{$this->folder}/begun"));
        foreach (['/pen/strokes', '/ask/slow', '/pen/pieces', '/pen/pieces'] as $n => $path) {
            $calls[] = $ask("{$path}?ms=5&ended={$file("ended-{$n}")}");
        }
        if ($isTold) {
            // The first of them is let in with all that wait by then.
            $this->waitUntil(fn (): bool => is_file("{$this->folder}/ended-2"));
            $worker->signal(SIGTERM);
        }
        foreach ($calls as $call) {
            self::assertStringStartsWith("Status: 200\r\n", (string) stream_get_contents($call));
        }
        $ended = array_map(fn (int $n): float => (float) file_get_contents("{$this->folder}/ended-{$n}"), [2, 3, 0, 1]);
        $inOrder = $ended;
        sort($inOrder);
        self::assertSame($inOrder, $ended);
        $worker->end();
    }

    /** A web server calls as soon as there is a name to call: a worker that is being set up, or set up anew, must refuse nobody. */
    public function test_where_a_worker_has_a_name_somebody_listens(): void
    {
        $socket = "{$this->folder}/door.sock";
        $script = "{$this->folder}/doors.php";
        file_put_contents($script, '<?php require '.var_export(base_path('vendor/autoload.php'), true).'; touch($argv[1]);
            for ($doors = []; is_file($argv[1]); $doors = array_slice($doors, -20)) {
                $doors[] = App\\Serving\\Worker::listen($argv[2]);
                foreach ($doors as $door) while (@stream_socket_accept($door, 0.0));
            }');
        $doors = new Process(['php', $script, "{$this->folder}/goes-on", $socket]);
        try {
            $this->waitUntil(fn (): bool => is_file("{$this->folder}/goes-on") && file_exists($socket));
            for ($refused = $called = 0; $called < 2000; $called++) {
                // Who calls faster than it is answered is told to come again, which is no refusal.
                $refused += @stream_socket_client("unix://{$socket}", $code) === false && $code !== PCNTL_EAGAIN ? 1 : 0;
            }
            unlink("{$this->folder}/goes-on");
            self::assertSame(0, $refused);
        } finally {
            $doors->end();
        }
    }

    /** However much is sent at once, it is not all held in memory. */
    public function test_no_more_is_let_in_than_there_is_room_for(): void
    {
        $door = Worker::listen("{$this->folder}/door.sock");
        $outside = array_map(function (int $n) {
            $call = stream_socket_client("unix://{$this->folder}/door.sock") ?: self::fail();
            fwrite($call, ScgiClient::request("/ask/{$n}", str_repeat('x', 600)));

            return $call;
        }, [1, 2, 3]);
        $calls = new Calls($door, mostBytes: 1000);
        $path = fn (?array $call): ?string => $call === null ? null : $call[1]->getPathInfo();
        self::assertSame('/ask/1', $path($calls->next(1.0)));
        // The third is still outside: somebody else finds it there.
        self::assertSame('/ask/3', ScgiRequest::receive(stream_socket_accept($door, 1.0) ?: self::fail())?->getPathInfo());
        self::assertSame(['/ask/2', null], [$path($calls->taken()), $path($calls->next(0.0))]);
        array_map(fclose(...), $outside);
    }

    /** Where a worker is asked for more than it can do neither pieces nor what has waited long is left out. */
    public function test_what_has_waited_long_and_pieces_are_answered_in_turns(): void
    {
        $door = Worker::listen("{$this->folder}/door.sock");
        $order = function (float $patience) use ($door): array {
            $outside = array_map(function (string $path) {
                $call = stream_socket_client("unix://{$this->folder}/door.sock") ?: self::fail();
                fwrite($call, ScgiClient::request($path, ''));

                return $call;
            }, ['/ask/1', '/ask/2', '/1/pen/pieces', '/ask/3', '/2/pen/pieces']);
            $calls = new Calls($door, patience: $patience);
            $order = [$calls->next(1.0)[1]?->getPathInfo()];
            while (($call = $calls->taken()) !== null) {
                $order[] = $call[1]->getPathInfo();
            }
            array_map(fclose(...), $outside);

            return $order;
        };
        self::assertSame(['/1/pen/pieces', '/2/pen/pieces', '/ask/1', '/ask/2', '/ask/3'], $order(60.0));
        self::assertSame(['/ask/1', '/1/pen/pieces', '/ask/2', '/2/pen/pieces', '/ask/3'], $order(0.0));
    }

    public function test_a_worker_that_is_told_to_end_answers_what_it_is_at_first(): void
    {
        $socket = "{$this->folder}/worker.sock";
        $worker = $this->slowWorker($socket, deadline: 30);
        $call = stream_socket_client("unix://{$socket}") ?: self::fail();
        $begun = "{$this->folder}/begun";
        fwrite($call, ScgiClient::request('/ask/slow?ms=600&begun='.rawurlencode($begun), ''));
        $this->waitUntil(fn (): bool => is_file($begun));
        $worker->signal(SIGTERM);
        $answer = (string) stream_get_contents($call);
        self::assertStringStartsWith("Status: 200\r\n", $answer);
        // The signal itself waits, too: what is interrupted and goes on may go on with a wrong number.
        self::assertNotSame(0, (json_decode(explode("\r\n\r\n", $answer)[1] ?? '', true)['signals'] ?? 0) & 1 << SIGTERM - 1);
        $this->waitUntil(fn (): bool => ! file_exists($socket));
        $worker->end();
    }

    public function test_a_worker_that_has_grown_too_large_ends_after_its_answer(): void
    {
        $socket = "{$this->folder}/worker.sock";
        $worker = $this->slowWorker($socket, deadline: 30, largest: 400 << 20);
        self::assertSame(200, ScgiClient::ask($socket, ScgiClient::request('/ask/slow?ms=1', ''))[0] ?? 0);
        self::assertFileExists($socket);
        self::assertSame(200, ScgiClient::ask($socket, ScgiClient::request('/ask/slow?ms=1&mb=500', ''))[0] ?? 0);
        $this->waitUntil(fn (): bool => ! file_exists($socket));
        $worker->end();
    }

    public function test_the_configuration_is_whole_and_the_servers_accept_it(): void
    {
        $run = "{$this->folder}/run";
        mkdir($run);
        $configuration = new Configuration('127.0.0.1:8123', $run, $run, base_path(), 3);
        $configuration->write();
        $nginx = (string) file_get_contents("{$run}/nginx.conf");
        self::assertStringNotContainsString('{{', $nginx.file_get_contents("{$run}/php-fpm.conf"));
        self::assertSame(3, substr_count($nginx, "{$run}/pen-"));
        self::assertStringContainsString('server_name localhost 127.0.0.1 [::1];', $nginx);
        $commands = $configuration->commands(['-d', 'c=d'], ['env', 'E=f']);
        self::assertSame(['pages', 'pen 0', 'pen 1', 'pen 2', 'look 0', 'look 1', 'ask 0', 'ask 1', 'front'], array_keys($commands));
        self::assertSame(['env', 'E=f'], array_slice($commands['look 1'], 0, 2));
        // All of them do work of the engine, whose loops need more room than PHP gives them of itself.
        foreach (array_diff(array_keys($commands), ['front']) as $name) {
            self::assertContains('c=d', $commands[$name]);
        }
        foreach (['front' => '-t', 'pages' => '-t'] as $name => $test) {
            $process = new \Symfony\Component\Process\Process([...array_diff($commands[$name], ['-F', '-d', 'c=d']), $test]);
            $process->run();
            self::assertSame(0, $process->getExitCode(), $process->getErrorOutput());
        }
    }

    /** The web server tells what may take long by its address: each of its patterns is one of a route that there is. */
    public function test_what_may_take_long_has_processes_of_its_own(): void
    {
        preg_match_all('/^\s+"~\^(\S+)\$" slow;$/m', (string) file_get_contents(base_path('serving/nginx.conf')), $patterns);
        self::assertGreaterThan(4, count($patterns[1]));
        $ways = [];
        foreach (Route::getRoutes()->getRoutes() as $way) {
            $ways[] = $way->methods()[0].'/'.preg_replace('/\{\w+\??\}/', '1', ltrim($way->uri(), '/'));
        }
        foreach ($patterns[1] as $pattern) {
            // An alternative that no route answers to any more would be forgotten there.
            self::assertNotSame([], preg_grep("#^{$pattern}$#", $ways) ?: [], $pattern);
        }
        $slow = array_merge(...array_map(fn (string $pattern): array => array_values(preg_grep("#^{$pattern}$#", $ways) ?: []), $patterns[1]));
        self::assertContains('POST/cut/1/tip', $slow);
        self::assertContains('GET/sheets/1/picture', $slow);
        self::assertSame([], array_values(array_filter($slow, fn (string $way): bool => preg_match('#/(pen|look|ask|since|pixels)/?#', $way) === 1)));
    }

    public function test_one_that_falls_is_set_up_again_later_each_time(): void
    {
        self::assertSame([0.1, 0.2, 0.4, 6.4, 10.0, 10.0], array_map(Supervisor::delay(...), [1, 2, 3, 7, 8, 20]));
        $log = "{$this->folder}/falls";
        $supervisor = $this->supervise(['falls' => ['/bin/sh', '-c', "date +%s%N >> {$log}; exit 1"], 'stands' => ['/bin/sleep', '600']]);
        $this->waitUntil(fn (): bool => is_file($log) && count(file($log) ?: []) >= 4);
        $supervisor->end();
        $times = array_map(fn (string $line): float => (int) $line / 1e9, file($log) ?: []);
        foreach ([0.1, 0.2, 0.4] as $i => $least) {
            self::assertGreaterThanOrEqual($least - 0.01, $times[$i + 1] - $times[$i]);
        }
    }

    /** However the supervisor ends, nothing that it set up goes on. */
    #[TestWith([SIGTERM])]
    #[TestWith([SIGINT])]
    #[TestWith([SIGKILL])]
    public function test_nothing_is_left_behind(int $signal): void
    {
        $log = "{$this->folder}/ids";
        $stands = fn (): array => array_filter(file($log, FILE_IGNORE_NEW_LINES | FILE_SKIP_EMPTY_LINES) ?: [], fn (string $id): bool => @file_get_contents("/proc/{$id}/cmdline") !== false && ! str_contains((string) @file_get_contents("/proc/{$id}/status"), "State:\tZ"));
        $supervisor = $this->supervise(['one' => ['/bin/sh', '-c', "echo \$\$ >> {$log}; exec sleep 600"], 'two' => ['/bin/sh', '-c', "echo \$\$ >> {$log}; exec sleep 600"]]);
        $this->waitUntil(fn (): bool => is_file($log) && count(file($log) ?: []) === 2);
        self::assertCount(2, $stands());
        $supervisor->signal($signal);
        $this->waitUntil(fn (): bool => $stands() === []);
        $supervisor->end();
        self::assertCount(2, file($log) ?: [], 'nothing is set up again on the way out');
    }

    /** @param  array<string, list<string>>  $commands */
    private function supervise(array $commands): Process
    {
        $script = "{$this->folder}/supervise.php";
        file_put_contents($script, '<?php require '.var_export(base_path('vendor/autoload.php'), true).'; (new '.Supervisor::class.'('.var_export($commands, true).'))->run();');

        return new Process(['php', $script], log: "{$this->folder}/logs/supervisor.log");
    }

    /** A worker with one route more, which is busy for as long as it is told, and keeps as many megabytes. */
    private function slowWorker(string $socket, int $deadline, int $largest = 2 << 30): Process
    {
        $script = "{$this->folder}/worker.php";
        file_put_contents($script, '<?php require '.var_export(base_path('vendor/autoload.php'), true).'; $app = require '.var_export(base_path('bootstrap/app.php'), true).';
            $worker = App\\Serving\\Worker::of($app, '.$deadline.', '.$largest.');
            foreach (["/ask/slow", "/pen/strokes", "/pen/pieces"] as $path) Illuminate\\Support\\Facades\\Route::post($path, function (Illuminate\\Http\\Request $r) { if ($r->query("begun")) touch($r->query("begun")); static $kept; $kept = str_repeat("y", $r->query("mb", 0) << 20); for ($until = microtime(true) + $r->query("ms") / 1000; microtime(true) < $until;); if ($r->query("ended")) file_put_contents($r->query("ended"), sprintf("%.6F", microtime(true))); return response()->json(["signals" => hexdec(strstr(substr(strstr(file_get_contents("/proc/self/status"), "SigBlk:"), 8), "\n", true))]); });
            $worker->serve(App\\Serving\\Worker::listen('.var_export($socket, true).'));');
        $worker = new Process(['php', $script], ['DB_DATABASE' => ':memory:'], "{$this->folder}/logs/worker.log");
        $this->waitUntil(fn (): bool => file_exists($socket), "{$this->folder}/logs/worker.log");

        return $worker;
    }

    private function useLibraryOnDisk(): void
    {
        $file = "{$this->folder}/library.sqlite";
        touch($file);
        config(['database.connections.sqlite.database' => $file]);
        DB::purge();
        app(Kernel::class)->call('migrate', ['--force' => true]);
    }

    /** @param  callable(): bool  $ready */
    private function waitUntil(callable $ready, string $log = ''): void
    {
        Process::waitUntil(fn (): string => 'It took too long. '.($log === '' ? '' : file_get_contents($log)), $ready);
    }

    private static function received(string $bytes): ?\Illuminate\Http\Request
    {
        $stream = fopen('php://temp', 'w+') ?: self::fail();
        fwrite($stream, $bytes);
        rewind($stream);

        return ScgiRequest::receive($stream);
    }
}
