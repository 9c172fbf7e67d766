<?php

declare(strict_types=1);

namespace App\Store;

/**
 * A process of this machine by a name that no other one has: its number alone is given away again, after a restart of the machine
 * within seconds. Its number, the tick at which it was begun, and the start of the system (random(4), `boot_id`).
 */
final class ProcessName
{
    public static function own(): string
    {
        $process = (int) getmypid();

        return self::of($process) ?? (string) $process;
    }

    /** Whether the process of a name goes on. */
    public static function isThere(string $name): bool
    {
        return self::of((int) $name) === $name;
    }

    private static function of(int $process): ?string
    {
        $stat = ProcessStat::of($process);

        return $stat === null ? null : "{$process} {$stat->begun} ".trim((string) @file_get_contents('/proc/sys/kernel/random/boot_id'));
    }
}
