<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut;

use Yarrowfog\Core\Cut\Steps\Cells;
use Yarrowfog\Core\Cut\Steps\Centre;
use Yarrowfog\Core\Cut\Steps\ClearColour;
use Yarrowfog\Core\Cut\Steps\ClearPaper;
use Yarrowfog\Core\Cut\Steps\Crop;
use Yarrowfog\Core\Cut\Steps\DragBlur;
use Yarrowfog\Core\Cut\Steps\FadeEdge;
use Yarrowfog\Core\Cut\Steps\FillHoles;
use Yarrowfog\Core\Cut\Steps\FlattenLight;
use Yarrowfog\Core\Cut\Steps\Flip;
use Yarrowfog\Core\Cut\Steps\Grain;
use Yarrowfog\Core\Cut\Steps\GreyMix;
use Yarrowfog\Core\Cut\Steps\HandMask;
use Yarrowfog\Core\Cut\Steps\InkGain;
use Yarrowfog\Core\Cut\Steps\InnerGlow;
use Yarrowfog\Core\Cut\Steps\InvertInk;
use Yarrowfog\Core\Cut\Steps\KeepArea;
use Yarrowfog\Core\Cut\Steps\Levels;
use Yarrowfog\Core\Cut\Steps\LiftBacking;
use Yarrowfog\Core\Cut\Steps\LocalLevels;
use Yarrowfog\Core\Cut\Steps\OneThing;
use Yarrowfog\Core\Cut\Steps\OuterGlow;
use Yarrowfog\Core\Cut\Steps\OutlineEdge;
use Yarrowfog\Core\Cut\Steps\RoughEdge;
use Yarrowfog\Core\Cut\Steps\Scale;
use Yarrowfog\Core\Cut\Steps\Shadow;
use Yarrowfog\Core\Cut\Steps\SoftBlur;
use Yarrowfog\Core\Cut\Steps\Specks;
use Yarrowfog\Core\Cut\Steps\Square;
use Yarrowfog\Core\Cut\Steps\Straighten;
use Yarrowfog\Core\Cut\Steps\TakeThing;
use Yarrowfog\Core\Cut\Steps\Threshold;
use Yarrowfog\Core\Cut\Steps\Tiles;
use Yarrowfog\Core\Cut\Steps\ToneCurve;
use Yarrowfog\Core\Cut\Steps\TrimToInk;
use Yarrowfog\Core\Cut\Steps\Turn;
use Yarrowfog\Core\InvalidInput;

/** Every step there is, in the order in which they are offered. */
final class StepCatalogue
{
    /** @var list<class-string<Step>> */
    public const STEPS = [
        Straighten::class,
        Crop::class,
        Turn::class,
        Flip::class,
        FlattenLight::class,
        TakeThing::class,
        OneThing::class,
        ClearPaper::class,
        ClearColour::class,
        KeepArea::class,
        HandMask::class,
        Specks::class,
        FillHoles::class,
        LiftBacking::class,
        FadeEdge::class,
        GreyMix::class,
        Levels::class,
        LocalLevels::class,
        ToneCurve::class,
        Threshold::class,
        InkGain::class,
        InvertInk::class,
        SoftBlur::class,
        DragBlur::class,
        Tiles::class,
        Cells::class,
        Grain::class,
        RoughEdge::class,
        OuterGlow::class,
        InnerGlow::class,
        Shadow::class,
        OutlineEdge::class,
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
