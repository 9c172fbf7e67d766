<?php

declare(strict_types=1);

namespace Tests\Browser;

use Closure;
use RuntimeException;

/** A program that a test starts and ends, with all that it started itself. */
final class Process
{
    /** @var resource|null null once it was ended */
    private $process;

    /**
     * @param  list<string>  $command
     * @param  array<string, string>  $environment
     */
    public function __construct(array $command, array $environment = [], string $log = '/dev/null')
    {
        $process = proc_open(
            ['setsid', ...$command],
            [['file', '/dev/null', 'r'], ['file', $log, 'a'], ['file', $log, 'a']],
            $pipes,
            dirname(__DIR__, 2),
            [...getenv(), ...$environment],
        );
        $this->process = is_resource($process) ? $process : throw new RuntimeException("“{$command[0]}” does not start.");
    }

    public function end(): void
    {
        if ($this->process === null) {
            return;
        }
        $id = proc_get_status($this->process)['pid'];
        posix_kill(-$id, SIGTERM);
        proc_close($this->process);
        $this->process = null;
        // What it started may take a moment longer, and must not answer for what comes after it.
        $until = microtime(true) + 10;
        while (posix_kill(-$id, 0) && microtime(true) < $until) {
            usleep(5000);
        }
    }

    /** Ends it and all that it started at once, without letting them know. */
    public function fall(): void
    {
        if ($this->process === null) {
            return;
        }
        $id = $this->group();
        posix_kill(-$id, SIGKILL);
        proc_close($this->process);
        $this->process = null;
        self::waitUntil('What was ended is still there.', fn (): bool => self::living($id) === []);
    }

    /** Tells it something, and nothing that it started. */
    public function signal(int $signal): void
    {
        if ($this->process !== null) {
            posix_kill(proc_get_status($this->process)['pid'], $signal);
        }
    }

    /** Ends what it started whose command holds a word, without letting it know. */
    public function endWithin(string $word): void
    {
        $group = $this->process === null ? 0 : proc_get_status($this->process)['pid'];
        foreach ($group === 0 ? [] : (glob('/proc/[0-9]*', GLOB_ONLYDIR) ?: []) as $folder) {
            $id = (int) basename($folder);
            if (posix_getpgid($id) === $group && in_array($word, explode("\0", (string) @file_get_contents("{$folder}/cmdline")), true)) {
                posix_kill($id, SIGKILL);
            }
        }
    }

    /** Its group: that of all that it started. */
    public function group(): int
    {
        return $this->process === null ? 0 : proc_get_status($this->process)['pid'];
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
