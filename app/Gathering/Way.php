<?php

declare(strict_types=1);

namespace App\Gathering;

use Yarrowfog\Core\Form\Field;
use Yarrowfog\Core\Form\FieldValues;
use Yarrowfog\Core\InvalidInput;

/**
 * A way in: something that gives a picture for some numbers. The sample scanner and camera
 * are such, and so are lettering, shapes and growth; a real device would be one more.
 */
interface Way
{
    /** What its pages are called by, and where a source says it came from. */
    public function id(): string;

    public function label(): string;

    public function sentence(): string;

    /** @return list<Field> the form follows from these */
    public function params(): array;

    /** What a picture is called to begin with. */
    public function name(FieldValues $numbers): string;

    /**
     * @param  int|null  $longest  px of the longer side for a look beforehand; null takes the picture itself
     *
     * @throws InvalidInput when there is nothing to take
     */
    public function take(FieldValues $numbers, ?int $longest = null): Taken;
}
