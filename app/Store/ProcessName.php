<?php

declare(strict_types=1);

namespace App\Store;

/**
 * A process of this machine by a name that no other one has: its number alone is given away again, after a restart of the machine
 * within seconds. Its number, the tick at which it was begun, and the start of the system (proc(5): `stat`, field 22; `boot_id`).
 */
final class ProcessName
{
    /** Places in `stat` behind the name of the program, in which there may be blanks. */
    private const STATE = 0;

    private const BEGUN = 19;

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
        $stat = is_readable("/proc/{$process}/stat") ? (string) @file_get_contents("/proc/{$process}/stat") : '';
        $fields = explode(' ', ltrim(substr($stat, (int) strrpos($stat, ')') + 1)));
        $isGone = ! isset($fields[self::BEGUN]) || in_array($fields[self::STATE], ['Z', 'X'], true);

        return $isGone ? null : "{$process} {$fields[self::BEGUN]} ".trim((string) @file_get_contents('/proc/sys/kernel/random/boot_id'));
    }
}
