<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Advice\Idle;

use Yarrowfog\Core\Stroke\BrushSettings;

/**
 * The plainest reason.
 *
 * @phpstan-import-type NumberId from BrushSettings
 */
final class Zero
{
    private const REASON = 'idle: set to zero';

    /** @param  NumberId  $id */
    public static function base(BrushSettings $brush, string $id): ?string
    {
        return $brush->base($id) <= 0.0 ? self::REASON : null;
    }

    /**
     * The same for one that drives may move, or that may lie below zero.
     *
     * @param  NumberId  $id
     */
    public static function still(BrushSettings $brush, string $id): ?string
    {
        return $brush->base($id) === 0.0 && $brush->value($id)->drives === [] ? self::REASON : null;
    }
}
