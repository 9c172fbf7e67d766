<?php

declare(strict_types=1);

namespace App\Http;

use App\Store\DiskRefuses;
use Illuminate\Http\Request;
use PDOException;
use Symfony\Component\HttpFoundation\Response;
use Throwable;

/** What is said where the disk, or the library on it, does not take what is to be kept: what is wrong, and what to do. */
final class StoreTrouble
{
    private const FULL = [507, 'The disk that holds the library is full, or fails: this was not kept. Make room on it, and do it once more; strokes wait in the browser until there is room.'];

    private const READ_ONLY = [507, 'The library may only be read, so this was not kept. Give the server the right to write to it and to its folder, and do it once more; strokes wait in the browser until then.'];

    private const BUSY = [423, 'Something else writes to the library just now, so this was not kept. Do it once more in a moment.'];

    private const DAMAGED = [503, 'The library is damaged, so this was not kept. End the server and start it again: it says what is damaged, and which copy can be put back.'];

    /** @see https://www.sqlite.org/rescode.html primary result codes */
    private const OF_SQLITE = [5 => self::BUSY, 6 => self::BUSY, 8 => self::READ_ONLY, 10 => self::FULL, 11 => self::DAMAGED, 13 => self::FULL, 14 => self::READ_ONLY, 26 => self::DAMAGED];

    /** @return array{int, string}|null status and sentence; null where it is something else */
    public static function of(Throwable $e): ?array
    {
        for ($cause = $e; $cause !== null; $cause = $cause->getPrevious()) {
            if ($cause instanceof DiskRefuses) {
                return self::FULL;
            }
            $code = $cause instanceof PDOException ? $cause->errorInfo[1] ?? null : null;
            if (is_int($code) && isset(self::OF_SQLITE[$code & 0xFF])) {
                return self::OF_SQLITE[$code & 0xFF];
            }
        }

        return null;
    }

    public static function answer(Throwable $e, Request $request): ?Response
    {
        $trouble = self::of($e);
        if ($trouble === null) {
            return null;
        }
        [$status, $sentence] = $trouble;

        return $request->expectsJson() || ! $request->isMethod('GET')
            ? response()->json(['message' => $sentence], $status)
            : response($sentence, $status, ['Content-Type' => 'text/plain; charset=utf-8']);
    }
}
