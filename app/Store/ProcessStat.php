<?php

declare(strict_types=1);

namespace App\Store;

/** What the system says of a process of this machine (proc(5), `stat`). */
final readonly class ProcessStat
{
    /** Places behind the name of the program, in which there may be blanks. */
    private const STATE = 0;

    private const NICENESS = 16;

    private const BEGUN = 19;

    /**
     * @param  int  $niceness  −20 to 19
     * @param  string  $begun  ticks after the start of the system
     */
    private function __construct(public int $niceness, public string $begun)
    {
    }

    /** @return self|null null where it has ended, though nobody may have fetched its end */
    public static function of(int $process): ?self
    {
        $stat = is_readable("/proc/{$process}/stat") ? (string) @file_get_contents("/proc/{$process}/stat") : '';
        $fields = explode(' ', ltrim(substr($stat, (int) strrpos($stat, ')') + 1)));
        $isGone = ! isset($fields[self::BEGUN]) || in_array($fields[self::STATE], ['Z', 'X'], true);

        return $isGone ? null : new self((int) $fields[self::NICENESS], $fields[self::BEGUN]);
    }
}
