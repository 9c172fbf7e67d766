<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint;

/** Which pixels of a row lie inside a stencil. */
final class RowSpan
{
    /**
     * The steps k of 0 ≤ k < count for which 0 ≤ from + k·by < limit.
     *
     * @return array{int, int} first, and one past the last; empty when they are equal
     */
    public static function inside(int $from, int $by, int $limit, int $first, int $end): array
    {
        if ($by > 0) {
            if ($from < 0) {
                $first = max($first, intdiv(-$from + $by - 1, $by));
            }
            $end = $from >= $limit ? $first : min($end, intdiv($limit - 1 - $from, $by) + 1);
        } elseif ($by < 0) {
            if ($from >= $limit) {
                $first = max($first, intdiv($from - $limit, -$by) + 1);
            }
            $end = $from < 0 ? $first : min($end, intdiv($from, -$by) + 1);
        } elseif ($from < 0 || $from >= $limit) {
            $end = $first;
        }

        return [$first, max($first, $end)];
    }
}
