<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Form;

use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\JsonReader;

/** A stroke painted by hand on the picture that is being cut, to hide or show a part of it. */
final readonly class HandStroke
{
    /** More than an hour of drawing in one stroke is a mistake. */
    private const MOST_SAMPLES = 20000;

    /**
     * @param  bool  $shows  false hides
     * @param  float  $size  of its brush, as a fraction of the longer side of the picture
     * @param  float  $softness  0 a hard edge, 1 soft up to the middle
     * @param  bool  $pressed  whether the pen tells its pressure
     * @param  non-empty-list<array{float, float, float, float}>  $samples  ms, fractions of width and height, pressure 0–1
     */
    public function __construct(public bool $shows, public float $size, public float $softness, public bool $pressed, public array $samples)
    {
    }

    /** @throws InvalidInput */
    public static function read(JsonReader $from): self
    {
        $from->keys(['shows', 'size', 'softness', 'pressed', 'samples']);
        $samples = [];
        foreach ($from->each('samples', self::MOST_SAMPLES) as $sample) {
            $sample->keys(['0', '1', '2', '3']);
            // A pen may leave the picture and come back.
            $samples[] = [$sample->number(0, 0, 1e9), $sample->number(1, -5, 6), $sample->number(2, -5, 6), $sample->number(3, 0, 1, 0.5)];
        }
        if ($samples === []) {
            throw new InvalidInput($from->name('samples'), 'A stroke needs at least one sample.');
        }

        return new self($from->flag('shows', false), $from->number('size', 0.001, 1), $from->number('softness', 0, 1, 0.3), $from->flag('pressed', false), $samples);
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return ['shows' => $this->shows, 'size' => $this->size, 'softness' => $this->softness, 'pressed' => $this->pressed, 'samples' => $this->samples];
    }
}
