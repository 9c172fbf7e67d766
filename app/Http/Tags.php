<?php

declare(strict_types=1);

namespace App\Http;

/** Tags as painters type them: words parted by commas. */
final class Tags
{
    private const LONGEST = 40;

    /** @return list<string> in lower case, each once */
    public static function of(string $typed): array
    {
        $tags = array_map(fn (string $tag): string => mb_substr(mb_strtolower(trim($tag)), 0, self::LONGEST), explode(',', $typed));

        return array_values(array_unique(array_filter($tags, fn (string $tag): bool => $tag !== '')));
    }
}
