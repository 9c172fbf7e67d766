<?php

declare(strict_types=1);

namespace App\Serving;

use Illuminate\Http\Request;

/**
 * Calls at the door of a worker, and which of them is answered next: pieces of strokes before all else, since their ink is waited for under
 * the pen. What else came waits for them, but not for long: from then on it and they are answered in turns.
 */
final class Calls
{
    /** How the path of a piece ends. */
    private const FIRST = '/pen/pieces';

    /** s after which a call is no more put behind what came since. */
    private const PATIENCE = 2.0;

    /** Calls that are let in, and bytes of what they brought: more wait outside, where they take no memory of this process. */
    private const MOST = 64;

    private const MOST_BYTES = 8 << 20;

    /** s without a byte after which a web server is taken to be gone. */
    private const SILENCE = 10;

    /** Bytes that one call of the system moves. */
    private const PIECE = 1 << 20;

    /** @var list<array{resource, Request, float}> the oldest first, each with when it came */
    private array $waiting = [];

    private bool $wasPiece = true;

    /**
     * @param  resource  $door
     * @param  float  $patience  s
     */
    public function __construct(private $door, private readonly int $mostBytes = self::MOST_BYTES, private readonly float $patience = self::PATIENCE)
    {
    }

    /**
     * The next call with its request; null where none came.
     *
     * @param  float  $wait  s to wait for one where none is there; a signal ends the waiting
     * @return array{resource, Request}|null
     */
    public function next(float $wait): ?array
    {
        $this->letIn($this->waiting === [] ? $wait : 0.0);

        return $this->taken();
    }

    /**
     * The next of those that were let in already.
     *
     * @return array{resource, Request}|null
     */
    public function taken(): ?array
    {
        if ($this->waiting === []) {
            return null;
        }
        $piece = $this->firstPiece();
        $isOldestDue = $this->wasPiece && microtime(true) - $this->waiting[0][2] >= $this->patience;
        $at = $isOldestDue ? 0 : $piece ?? 0;
        $this->wasPiece = $at === $piece;
        [[$call, $request]] = array_splice($this->waiting, $at, 1);

        return [$call, $request];
    }

    /** Whether somebody waits for ink. */
    public function hasPiece(): bool
    {
        $this->letIn(0.0);

        return $this->firstPiece() !== null;
    }

    private function firstPiece(): ?int
    {
        return array_find_key($this->waiting, fn (array $call): bool => str_ends_with($call[1]->getPathInfo(), self::FIRST));
    }

    private function letIn(float $wait): void
    {
        $bytes = array_sum(array_map(fn (array $call): int => strlen($call[1]->getContent()), $this->waiting));
        while (count($this->waiting) < self::MOST && $bytes < $this->mostBytes && ($call = @stream_socket_accept($this->door, $wait)) !== false) {
            $wait = 0.0;
            stream_set_chunk_size($call, self::PIECE);
            stream_set_timeout($call, self::SILENCE);
            $request = ScgiRequest::receive($call);
            if ($request === null) {
                fclose($call);
            } else {
                $this->waiting[] = [$call, $request, microtime(true)];
                $bytes += strlen($request->getContent());
            }
        }
    }
}
