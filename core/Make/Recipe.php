<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Make;

use Yarrowfog\Core\Form\Field;
use Yarrowfog\Core\Form\FieldValues;
use Yarrowfog\Core\Raster\Bitmap;

/**
 * Something that makes a picture of numbers and a roll: a form follows from `params()`, and
 * the same numbers make the same picture.
 */
interface Recipe
{
    /** @return list<Field> */
    public static function params(): array;

    /** What the picture is called to begin with. */
    public static function name(FieldValues $numbers): string;

    /** Dots an inch of the picture, where it knows them. */
    public static function dpi(FieldValues $numbers): ?int;

    /**
     * @param  int|null  $longest  px of the longer side, for a preview; null for the picture itself
     */
    public static function make(FieldValues $numbers, ?int $longest = null): Bitmap;
}
