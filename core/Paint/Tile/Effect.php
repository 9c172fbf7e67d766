<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Tile;

use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Choice\Does;

/** What a stroke does to the sheet. */
enum Effect
{
    /** Its tiles hold coverage, with colours where there are many; they are laid over. */
    case Paints;

    /** Its tiles hold coverage, which is taken away. */
    case Erases;

    /** Its tiles hold the pixels themselves, 0xRRGGBBAA, and −1 where nothing changed. */
    case Replaces;

    /** Its tiles hold pixels, words of DeepBitmap, which are laid over. */
    case Covers;

    /** Of a brush that prints dabs or a band. */
    public static function of(BrushSettings $brush): self
    {
        return $brush->choices->does === Does::Erases ? self::Erases : self::Paints;
    }
}
