<?php

declare(strict_types=1);

namespace Yarrowfog\Core;

use JsonException;

/** Decodes JSON, and says where it is none. */
final class Json
{
    /** Deeper than anything that is written here. */
    private const DEPTH = 32;

    /** @throws InvalidInput naming the key where a number is NaN or infinite */
    public static function decode(string $json): mixed
    {
        // JSON has no word for these; the key before them is what the painter looks for.
        if (preg_match('/"([^"\\\\]{1,80})"\s*:\s*[-+]?(NaN|Infinity|inf)\b/i', $json, $m) === 1) {
            throw new InvalidInput($m[1], "“{$m[1]}” is {$m[2]}; it must be a number.");
        }
        try {
            return json_decode($json, true, self::DEPTH, JSON_THROW_ON_ERROR);
        } catch (JsonException $e) {
            throw new InvalidInput('', 'This is not JSON: '.$e->getMessage().'.');
        }
    }
}
