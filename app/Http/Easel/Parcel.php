<?php

declare(strict_types=1);

namespace App\Http\Easel;

/**
 * What goes through the socket of an easel, there and back: 4 bytes each for the lengths of
 * head and body (big-endian), the head as a JSON object, the body as it is.
 */
final readonly class Parcel
{
    /** Bytes that one call of the system moves. */
    private const PIECE = 1 << 20;

    /** s without a single byte after which the other side is taken to be gone. */
    private const PATIENCE = 60;

    /** Bytes of the largest body: a request or a picture is never larger. */
    private const LARGEST = 1 << 30;

    /** @param  array<string, mixed>  $head */
    public function __construct(public array $head, public string $body)
    {
    }

    /** @param  resource  $stream */
    public static function prepare($stream): void
    {
        stream_set_chunk_size($stream, self::PIECE);
        stream_set_timeout($stream, self::PATIENCE);
    }

    /**
     * @param  resource  $stream
     * @return bool whether all of it went through
     */
    public function send($stream): bool
    {
        $head = json_encode((object) $this->head, JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE);
        $bytes = pack('NN', strlen($head), strlen($this->body)).$head;

        return self::write($stream, $bytes) && self::write($stream, $this->body);
    }

    /**
     * @param  resource  $stream
     * @return self|null null when the other side ended before all of it had come
     */
    public static function receive($stream): ?self
    {
        $lengths = self::read($stream, 8);
        if ($lengths === null) {
            return null;
        }
        $ofHead = (int) hexdec(bin2hex(substr($lengths, 0, 4)));
        $ofBody = (int) hexdec(bin2hex(substr($lengths, 4)));
        if ($ofHead > self::PIECE || $ofBody > self::LARGEST) {
            return null;
        }
        $head = self::read($stream, $ofHead);
        $body = $head === null ? null : self::read($stream, $ofBody);
        $words = $head === null || $body === null ? null : json_decode($head, true);

        return $body === null || ! is_array($words) ? null : new self(array_filter($words, is_string(...), ARRAY_FILTER_USE_KEY), $body);
    }

    /** @param  resource  $stream */
    private static function write($stream, string $bytes): bool
    {
        $at = 0;
        while ($at < strlen($bytes)) {
            $written = @fwrite($stream, $at === 0 ? $bytes : substr($bytes, $at));
            if ($written === false || $written === 0) {
                return false;
            }
            $at += $written;
        }

        return true;
    }

    /** @param  resource  $stream */
    private static function read($stream, int $length): ?string
    {
        $bytes = $length === 0 ? '' : stream_get_contents($stream, $length);

        return is_string($bytes) && strlen($bytes) === $length ? $bytes : null;
    }
}
