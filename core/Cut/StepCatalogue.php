<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut;

use Yarrowfog\Core\Cut\Steps\Centre;
use Yarrowfog\Core\Cut\Steps\ClearColour;
use Yarrowfog\Core\Cut\Steps\ClearPaper;
use Yarrowfog\Core\Cut\Steps\InvertInk;
use Yarrowfog\Core\Cut\Steps\Levels;
use Yarrowfog\Core\Cut\Steps\Scale;
use Yarrowfog\Core\Cut\Steps\Square;
use Yarrowfog\Core\Cut\Steps\TrimToInk;
use Yarrowfog\Core\InvalidInput;

/** Every step there is, in the order in which they are offered. */
final class StepCatalogue
{
    /** @var list<class-string<Step>> */
    public const STEPS = [
        ClearPaper::class,
        ClearColour::class,
        InvertInk::class,
        Levels::class,
        TrimToInk::class,
        Centre::class,
        Square::class,
        Scale::class,
    ];

    /**
     * @return class-string<Step>
     *
     * @throws InvalidInput when there is no such step
     */
    public static function find(string $id, string $key = 'step'): string
    {
        foreach (self::STEPS as $step) {
            if ($step::description()->id === $id) {
                return $step;
            }
        }
        throw new InvalidInput($key, "There is no step “{$id}”. Known: ".implode(', ', self::ids()).'.');
    }

    /** @return list<string> */
    public static function ids(): array
    {
        return array_map(fn (string $step): string => $step::description()->id, self::STEPS);
    }
}
