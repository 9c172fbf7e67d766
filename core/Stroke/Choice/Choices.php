<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke\Choice;

use Yarrowfog\Core\Raster\BlendMode;
use Yarrowfog\Core\Stroke\SettingValue;

/** What a brush has its settings at that are choices, each by the name of its setting. */
final readonly class Choices
{
    private function __construct(
        public AssumedPressure $assumedPressure,
        public bool $onePerPress,
        public ScatterShape $scatterShape,
        public ScatterReach $scatterOf,
        public AngleFollows $angleFollows,
        public Mirror $mirrorAcross,
        public Mirror $mirrorDown,
        public FrameRule $frameRule,
        public LaidAs $laidAs,
        public Does $does,
        public Overlap $overlap,
        public BlendMode $blendMode,
        public Per $driftPer,
        public ToothName $tooth,
        public ToothMode $toothMode,
        public bool $toothInvert,
        public FixedTo $toothFixedTo,
        public Per $toothPer,
        public BiteCombine $biteCombine,
        public ShadowColour $shadowColour,
    ) {
    }

    /** @param  array<string, SettingValue>  $values  of all settings, by name */
    public static function of(array $values): self
    {
        $of = fn (string $id): string => $values[$id]->choice();

        return new self(
            AssumedPressure::from($of('assumedPressure')),
            YesNo::from($of('onePerPress')) === YesNo::Yes,
            ScatterShape::from($of('scatterShape')),
            ScatterReach::from($of('scatterOf')),
            AngleFollows::from($of('angleFollows')),
            Mirror::from($of('mirrorAcross')),
            Mirror::from($of('mirrorDown')),
            FrameRule::from($of('frameRule')),
            LaidAs::from($of('laidAs')),
            Does::from($of('does')),
            Overlap::from($of('overlap')),
            BlendMode::from($of('blendMode')),
            Per::from($of('driftPer')),
            ToothName::from($of('tooth')),
            ToothMode::from($of('toothMode')),
            YesNo::from($of('toothInvert')) === YesNo::Yes,
            FixedTo::from($of('toothFixedTo')),
            Per::from($of('toothPer')),
            BiteCombine::from($of('biteCombine')),
            ShadowColour::from($of('shadowColour')),
        );
    }
}
