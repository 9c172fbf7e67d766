<?php

declare(strict_types=1);

namespace App\Serving;

/**
 * Keeps processes standing until it is told to end: one that ends is set up again, at once if it had stood for a while,
 * and later each time if it falls at once.
 *
 * None of them outlives it, however it ends: each is told by the system when its parent is gone (setpriv, of util-linux).
 */
final class Supervisor
{
    /** s that a process must have stood to be set up again at once. */
    private const STOOD = 2.0;

    /** s before the first and the longest wait of one that fell at once. */
    private const SHORTEST = 0.1;

    private const LONGEST = 10.0;

    /** s that processes are given to end what they are at. */
    private const PATIENCE = 5.0;

    private const SIGNALS = [SIGCHLD, SIGTERM, SIGINT, SIGHUP];

    /** @var array<string, int> process ids by name */
    private array $standing = [];

    /** @var array<string, float> times at which each was set up */
    private array $since = [];

    /** @var array<string, float> times at which those that fell are set up again */
    private array $due = [];

    /** @var array<string, int> how often each fell at once, one after another */
    private array $falls = [];

    /** @param  array<string, list<string>>  $commands  by name; the first to be set up first */
    public function __construct(private readonly array $commands)
    {
    }

    /** @return int the signal that ended it */
    public function run(): int
    {
        pcntl_sigprocmask(SIG_BLOCK, self::SIGNALS);
        foreach (array_keys($this->commands) as $name) {
            $this->setUp($name);
        }
        while (true) {
            $signal = $this->waitUntil($this->due === [] ? null : min($this->due));
            if ($signal === SIGTERM || $signal === SIGINT || $signal === SIGHUP) {
                $this->end();

                return $signal;
            }
            $this->takeFallen();
            foreach ($this->due as $name => $time) {
                if ($time <= microtime(true)) {
                    unset($this->due[$name]);
                    $this->setUp($name);
                }
            }
        }
    }

    /** s to wait before a process that fell at once for the `$times`th time is set up again. */
    public static function delay(int $times): float
    {
        return min(self::LONGEST, self::SHORTEST * 2 ** ($times - 1));
    }

    private function setUp(string $name): void
    {
        $process = pcntl_fork();
        if ($process === 0) {
            pcntl_sigprocmask(SIG_SETMASK, []);
            pcntl_exec('/usr/bin/setpriv', ['--pdeathsig', 'TERM', '--', ...$this->commands[$name]]);
            exit(127);
        }
        $this->standing[$name] = $process;
        $this->since[$name] = microtime(true);
    }

    private function takeFallen(): void
    {
        foreach ($this->reap() as $name => $status) {
            $fellAtOnce = microtime(true) - $this->since[$name] < self::STOOD && $status !== 0;
            $this->falls[$name] = $fellAtOnce ? ($this->falls[$name] ?? 0) + 1 : 0;
            $this->due[$name] = microtime(true) + ($fellAtOnce ? self::delay($this->falls[$name]) : 0.0);
        }
    }

    /** @return array<string, int> those that have ended, by name, and how */
    private function reap(): array
    {
        $ended = [];
        $status = 0;
        while (($process = pcntl_waitpid(-1, $status, WNOHANG)) > 0) {
            $name = array_search($process, $this->standing, true);
            if ($name !== false) {
                unset($this->standing[$name]);
                $ended[$name] = is_int($status) ? $status : 0;
            }
        }

        return $ended;
    }

    /** @return int|null the signal that came; null when the time came first */
    private function waitUntil(?float $time): ?int
    {
        $seconds = $time === null ? 60.0 : max(0.001, $time - microtime(true));
        $signal = @pcntl_sigtimedwait(self::SIGNALS, $info, (int) $seconds, (int) (fmod($seconds, 1.0) * 1e9));

        return $signal > 0 ? $signal : null;
    }

    /** Asks all to end, the front first, and ends those that do not. */
    private function end(): void
    {
        foreach (array_reverse($this->standing) as $process) {
            posix_kill($process, SIGTERM);
        }
        $until = microtime(true) + self::PATIENCE;
        while ($this->standing !== []) {
            $this->waitUntil(min($until, microtime(true) + 0.2));
            $this->reap();
            if (microtime(true) >= $until) {
                foreach ($this->standing as $process) {
                    posix_kill($process, SIGKILL);
                }
                $until = microtime(true) + self::PATIENCE;
            }
        }
    }
}
