<?php

declare(strict_types=1);

namespace Tests\Browser;

use Closure;
use RuntimeException;
use Symfony\Component\Process\Process as Command;

/** A program that a test starts and ends, with all that it started itself. */
final class Process
{
    /** Null once it was ended. */
    private ?Command $process;

    /** Its group: that of all that it started. */
    private readonly int $id;

    /**
     * @param  list<string>  $command
     * @param  array<string, string>  $environment
     */
    public function __construct(array $command, array $environment = [], string $log = '/dev/null')
    {
        $this->process = new Command(['setsid', 'bash', '-c', 'exec "$@" >>"$0" 2>&1 </dev/null', $log, ...$command], dirname(__DIR__, 2), [...getenv(), ...$environment], timeout: null);
        $this->process->disableOutput()->start();
        $this->id = $this->process->getPid() ?? throw new RuntimeException("“{$command[0]}” does not start.");
    }

    public function end(): void
    {
        if ($this->process === null) {
            return;
        }
        posix_kill(-$this->id, SIGTERM);
        $this->fetch($this->process);
        // What it started may take a moment longer, and must not answer for what comes after it.
        $until = microtime(true) + 10;
        while (posix_kill(-$this->id, 0) && microtime(true) < $until) {
            usleep(5000);
        }
    }

    /** Ends it and all that it started at once, without letting them know. */
    public function fall(): void
    {
        if ($this->process === null) {
            return;
        }
        posix_kill(-$this->id, SIGKILL);
        $this->fetch($this->process);
        self::waitUntil('What was ended is still there.', fn (): bool => self::living($this->id) === []);
    }

    /** Waits until it has ended, so that its number is free. */
    private function fetch(Command $process): void
    {
        while ($process->isRunning()) {
            usleep(1000);
        }
        $this->process = null;
    }

    /** Tells it something, and nothing that it started. */
    public function signal(int $signal): void
    {
        if ($this->process !== null) {
            posix_kill($this->id, $signal);
        }
    }

    /** Ends what it started whose command holds a word, without letting it know. */
    public function endWithin(string $word): void
    {
        $group = $this->group();
        foreach ($group === 0 ? [] : (glob('/proc/[0-9]*', GLOB_ONLYDIR) ?: []) as $folder) {
            $id = (int) basename($folder);
            if (posix_getpgid($id) === $group && in_array($word, explode("\0", (string) @file_get_contents("{$folder}/cmdline")), true)) {
                posix_kill($id, SIGKILL);
            }
        }
    }

    /** Its group; 0 once it was ended. */
    public function group(): int
    {
        return $this->process === null ? 0 : $this->id;
    }

    /** Bytes of memory of all processes of a group, what they share counted once. */
    public static function memoryOfGroup(int $group): int
    {
        $bytes = 0;
        foreach (self::living($group) as $id) {
            if (preg_match('/^Pss:\s+(\d+) kB/m', (string) @file_get_contents("/proc/{$id}/smaps_rollup"), $m) === 1) {
                $bytes += 1024 * (int) $m[1];
            }
        }

        return $bytes;
    }

    /** @return list<int> processes of a group that still run: one that has ended may wait for its parent to notice */
    private static function living(int $group): array
    {
        $ids = array_map(fn (string $folder): int => (int) basename($folder), glob('/proc/[0-9]*', GLOB_ONLYDIR) ?: []);

        return array_values(array_filter($ids, fn (int $id): bool => posix_getpgid($id) === $group && preg_match('/\) Z /', (string) @file_get_contents("/proc/{$id}/stat")) !== 1));
    }

    public static function freePort(): int
    {
        $socket = stream_socket_server('tcp://127.0.0.1:0');
        $name = $socket === false ? '' : (string) stream_socket_get_name($socket, false);

        return (int) substr($name, (int) strrpos($name, ':') + 1);
    }

    public static function waitForPort(int $port): void
    {
        self::waitUntil("Nothing answers at port {$port}.", fn (): bool => is_resource(@fsockopen('127.0.0.1', $port, timeout: 1)));
    }

    public static function waitForAnswer(string $url): void
    {
        self::waitUntil("Nothing answers at {$url}.", fn (): bool => @file_get_contents($url) !== false);
    }

    /**
     * @param  string|Closure(): string  $else  what is said when it does not come true
     * @param  callable(): bool  $isSo
     *
     * @throws RuntimeException after 20 s
     */
    public static function waitUntil(string|Closure $else, callable $isSo): void
    {
        for ($until = microtime(true) + 20; ! $isSo();) {
            if (microtime(true) >= $until) {
                throw new RuntimeException(is_string($else) ? $else : $else());
            }
            usleep(5000);
        }
    }

    public static function copyFolder(string $from, string $to): void
    {
        foreach (array_diff(scandir($from) ?: [], ['.', '..']) as $name) {
            if (is_dir("{$from}/{$name}")) {
                is_dir("{$to}/{$name}") || mkdir("{$to}/{$name}", 0775);
                self::copyFolder("{$from}/{$name}", "{$to}/{$name}");
            } else {
                copy("{$from}/{$name}", "{$to}/{$name}");
            }
        }
    }

    public static function removeFolder(string $folder): void
    {
        foreach (array_diff(@scandir($folder) ?: [], ['.', '..']) as $name) {
            $path = "{$folder}/{$name}";
            is_dir($path) && ! is_link($path) ? self::removeFolder($path) : @unlink($path);
        }
        @rmdir($folder);
    }
}
