<?php

declare(strict_types=1);

namespace App\Serving;

use Illuminate\Http\Request;

/**
 * A request as a web server hands it on by the Simple Common Gateway Interface: a netstring of names and values, each
 * ended by a zero, and then the body.
 *
 * @see https://python.ca/scgi/protocol.txt
 */
final class ScgiRequest
{
    /** Bytes of the largest head, and of the largest body: what a pen or a slider sends is never larger. */
    private const HEAD = 1 << 17;

    private const BODY = 1 << 26;

    /**
     * @param  resource  $stream
     * @return Request|null null where what came is no request, or ended too early
     */
    public static function receive($stream): ?Request
    {
        $length = stream_get_line($stream, 8, ':');
        if (! is_string($length) || ! ctype_digit($length) || (int) $length > self::HEAD) {
            return null;
        }
        $server = self::names(self::read($stream, (int) $length + 1) ?? '');
        $size = $server['CONTENT_LENGTH'] ?? '';
        if (($server['SCGI'] ?? '') !== '1' || ! ctype_digit($size) || (int) $size > self::BODY) {
            return null;
        }
        $body = self::read($stream, (int) $size);
        if ($body === null) {
            return null;
        }
        parse_str($server['QUERY_STRING'] ?? '', $query);

        return new Request($query, [], [], [], [], [...$server, 'SCRIPT_NAME' => '/index.php', 'SCRIPT_FILENAME' => public_path('index.php')], $body);
    }

    /** @return array<string, string> */
    private static function names(string $head): array
    {
        if (! str_ends_with($head, "\0,")) {
            return [];
        }
        $parts = explode("\0", substr($head, 0, -2));
        $out = [];
        for ($i = 0; $i + 1 < count($parts); $i += 2) {
            $out[$parts[$i]] = $parts[$i + 1];
        }

        return $out;
    }

    /** @param  resource  $stream */
    private static function read($stream, int $length): ?string
    {
        $bytes = $length === 0 ? '' : stream_get_contents($stream, $length);

        return is_string($bytes) && strlen($bytes) === $length ? $bytes : null;
    }
}
