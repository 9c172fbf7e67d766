<?php

declare(strict_types=1);

namespace App\Serving;

use App\Store\Library;
use App\Store\ProcessCache;
use Closure;
use Illuminate\Contracts\Http\Kernel;
use Illuminate\Foundation\Application;
use Illuminate\Http\Request;
use Illuminate\Support\Str;
use RuntimeException;
use Symfony\Component\HttpFoundation\Response;

/**
 * A process that answers requests one after another and keeps in its memory what the next one will need: the stroke
 * that is being painted, the picture before the step whose slider moves.
 *
 * It ends after many requests, or when it has grown too large, and when it is told to: never within a request.
 */
final class Worker
{
    /** s that one request may take. */
    public const DEADLINE = 60;

    /** s that a whole stroke may take, which nobody can ask for in parts. */
    public const STROKE_DEADLINE = 600;

    /** Requests after which it is replaced. */
    private const MOST_REQUESTS = 100000;

    /** Bytes from which on it is replaced. */
    private const LARGEST = 2 << 30;

    /** s that it waits for a call before it looks whether it should end, and between two strokes that warm it up. */
    private const IDLE = 1.0;

    private const PAUSE = 0.02;

    /** s without a call after which it goes on with what it has put off: a pen that is down calls more often. */
    private const LULL = 0.04;

    /** Answers after which it looks whether somebody waits for what was put off, though pieces of strokes wait, too. */
    private const OFTEN = 8;

    /** What a socket is called beside its name until somebody listens there: who finds the name is never refused. */
    private const BEFORE = '.new';

    private bool $isTold = false;

    private function __construct(private readonly Application $app, private readonly Kernel $kernel, private readonly int $deadline, private readonly int $largest)
    {
    }

    /**
     * @param  int  $deadline  s that one request may take
     * @param  int  $largest  bytes of memory from which on it is replaced
     */
    public static function of(Application $app, int $deadline = self::DEADLINE, int $largest = self::LARGEST): self
    {
        $app->instance(ProcessCache::class, new ProcessCache(lasts: true));
        $app->singleton(Library::class);
        $kernel = $app->make(Kernel::class);
        $kernel->bootstrap();

        return new self($app, $kernel, $deadline, $largest);
    }

    /**
     * A socket to be served: who calls there waits from now on, while the application is still being set up.
     *
     * @return resource
     *
     * @throws RuntimeException when there can be none
     */
    public static function listen(string $socket)
    {
        $before = $socket.self::BEFORE;
        @unlink($before);
        $door = @stream_socket_server("unix://{$before}", $code, $message);
        if ($door === false || ! @rename($before, $socket)) {
            throw new RuntimeException("No worker can stand at {$socket}: {$message}");
        }

        return $door;
    }

    /**
     * Answers until it is told to end, or should be replaced.
     *
     * @param  resource  $door  as `listen` gave it
     * @param  list<Closure(): void>  $warmUps  done one by one while nobody asks for anything
     * @param  (Closure(Pause): bool)|null  $goOn  does a little of what was put off, as far as the pause allows; false where there is nothing to do
     */
    public function serve($door, array $warmUps = [], ?Closure $goOn = null): void
    {
        $goOn ??= fn (Pause $pause): bool => false;
        pcntl_async_signals(true);
        pcntl_signal(SIGTERM, fn () => $this->isTold = true, false);
        pcntl_signal(SIGALRM, fn () => throw new DeadlinePassed($this->deadline));
        // Compiled code that is interrupted and goes on may go on with a wrong number (tests/Compiled/LostRegisters.php): only a deadline, which ends it, comes at any time.
        pcntl_sigprocmask(SIG_BLOCK, [SIGTERM]);
        $calls = new Calls($door);
        $wait = self::LULL;
        for ($answered = 0; ! $this->isTold && $answered < self::MOST_REQUESTS && self::memory() < $this->largest;) {
            $call = $this->next($calls, $wait);
            if ($call !== null) {
                $this->answer(...$call);
                $answered++;
                // Another process may wait for what was put off, however many pieces come.
                $this->goesOn($goOn, $calls->hasPiece() && $answered % self::OFTEN !== 0 ? Pause::BetweenPieces : Pause::BetweenCalls);
                $wait = self::LULL;
            } elseif ($this->isTold) {
                break;
            } elseif ($this->goesOn($goOn, Pause::Idle)) {
                $wait = 0.0;
            } elseif ($warmUps !== []) {
                array_shift($warmUps)();
                $wait = self::PAUSE;
            } else {
                $wait = self::IDLE;
            }
        }
        while (($call = $calls->taken()) !== null) {
            $this->answer(...$call);
        }
        while ($this->goesOn($goOn, Pause::Idle));
        @unlink(Str::beforeLast((string) stream_socket_get_name($door, false), self::BEFORE));
    }

    /**
     * Who asks for something, once somebody does; the only time at which a worker is told to end.
     *
     * @phpstan-impure
     *
     * @return array{resource, Request}|null
     */
    private function next(Calls $calls, float $wait): ?array
    {
        pcntl_sigprocmask(SIG_UNBLOCK, [SIGTERM]);
        pcntl_signal_dispatch();
        $call = $calls->next($this->isTold ? 0.0 : $wait);
        pcntl_sigprocmask(SIG_BLOCK, [SIGTERM]);

        return $call;
    }

    /** @param  Closure(Pause): bool  $goOn */
    private function goesOn(Closure $goOn, Pause $pause): bool
    {
        $this->app->make(Library::class)->refresh();

        return $goOn($pause);
    }

    /** Bytes of memory that it takes up, as the system counts them: PHP does not know what another allocator keeps. */
    private static function memory(): int
    {
        return 4096 * (int) (explode(' ', (string) @file_get_contents('/proc/self/statm'))[1] ?? 0);
    }

    /** @param  resource  $call */
    private function answer($call, Request $request): void
    {
        $this->app->make(Library::class)->refresh();
        pcntl_alarm(str_ends_with($request->getPathInfo(), '/pen/strokes') ? max($this->deadline, self::STROKE_DEADLINE) : $this->deadline);
        $response = $this->kernel->handle($request);
        pcntl_alarm(0);
        self::send($call, $response);
        fclose($call);
        $this->kernel->terminate($request, $response);
        $this->app->forgetScopedInstances();
    }

    /** @param  resource  $call */
    private static function send($call, Response $response): void
    {
        $body = (string) $response->getContent();
        $response->headers->set('Content-Length', (string) strlen($body));
        $head = "Status: {$response->getStatusCode()}\r\n";
        foreach ($response->headers->allPreserveCase() as $name => $values) {
            foreach (array_filter(is_array($values) ? $values : [], is_string(...)) as $value) {
                $head .= "{$name}: {$value}\r\n";
            }
        }
        $bytes = "{$head}\r\n{$body}";
        for ($at = 0; $at < strlen($bytes); $at += $written) {
            $written = @fwrite($call, $at === 0 ? $bytes : substr($bytes, $at));
            if ($written === false || $written === 0) {
                return;
            }
        }
    }
}
