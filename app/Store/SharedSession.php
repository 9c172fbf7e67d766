<?php

declare(strict_types=1);

namespace App\Store;

use Illuminate\Filesystem\Filesystem;
use Illuminate\Session\FileSessionHandler;

/**
 * Sessions in files, of which each request writes only what it changed: windows of one browser, and requests of one window, answer side by
 * side, and what one of them put there is not taken back by another that had read the session before.
 */
final class SharedSession extends FileSessionHandler
{
    /** Seconds after which a session that is only read is written once more, so that it does not lapse. */
    private const STALE = 86400;

    /** What was read for the request that is answered. */
    private string $read = '';

    public function __construct(string $folder, int $minutes, private readonly Locks $locks)
    {
        parent::__construct(new Filesystem, $folder, $minutes);
    }

    public function read($sessionId): string
    {
        return $this->read = (string) parent::read($sessionId);
    }

    /** @throws DiskRefuses when the disk does not take it */
    public function write($sessionId, $data): bool
    {
        $path = "{$this->path}/{$sessionId}";
        if ($data === $this->read && $data !== '' && (int) @filemtime($path) > time() - self::STALE) {
            return true;
        }
        $this->locks->alone("session {$sessionId}", function () use ($sessionId, $path, $data): void {
            $now = (string) parent::read($sessionId);
            AtomicFile::write($path, $now === '' || $now === $this->read ? $data : serialize(self::joined(self::values($this->read), self::values($data), self::values($now))));
        });

        return true;
    }

    /**
     * What changed since it was read, put into what is there now.
     *
     * @param  array<mixed>  $read
     * @param  array<mixed>  $own
     * @param  array<mixed>  $now
     * @return array<mixed>
     */
    private static function joined(array $read, array $own, array $now): array
    {
        foreach ($own + $read as $key => $value) {
            $before = $read[$key] ?? null;
            $there = $now[$key] ?? null;
            if (! array_key_exists($key, $own)) {
                unset($now[$key]);
            } elseif ($value !== $before) {
                // A list is one thing; of names each stands by itself.
                $now[$key] = self::hasNames($value) && self::hasNames($there) ? self::joined((array) $before, $value, $there) : $value;
            }
        }

        return $now;
    }

    /** @phpstan-assert-if-true array<mixed> $value */
    private static function hasNames(mixed $value): bool
    {
        return is_array($value) && ! array_is_list($value);
    }

    /** @return array<mixed> */
    private static function values(string $data): array
    {
        $values = $data === '' ? [] : @unserialize($data);

        return is_array($values) ? $values : [];
    }
}
