<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Format\Bundle;

/** JSON as bundles hold it: to be read by people, and the same bytes for the same content. */
final class Document
{
    /**
     * What is known of something, and what only a newer version of the format knows.
     *
     * @param  array<string, mixed>  $known
     * @param  array<string, mixed>  $beyond
     * @return array<string, mixed>
     */
    public static function with(array $known, array $beyond): array
    {
        /** @var array<string, mixed> */
        return array_replace_recursive($known, $beyond);
    }

    /** @param  array<array-key, mixed>  $values */
    public static function json(array $values): string
    {
        return json_encode($values, JSON_THROW_ON_ERROR | JSON_PRETTY_PRINT | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_PRESERVE_ZERO_FRACTION)."\n";
    }
}
