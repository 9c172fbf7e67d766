<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke\Settings;

use Yarrowfog\Core\Stroke\Choice\BiteCombine;
use Yarrowfog\Core\Stroke\Choice\FixedTo;
use Yarrowfog\Core\Stroke\Choice\Per;
use Yarrowfog\Core\Stroke\Choice\ShadowColour;
use Yarrowfog\Core\Stroke\Choice\ToothMode;
use Yarrowfog\Core\Stroke\Choice\ToothName;
use Yarrowfog\Core\Stroke\Choice\YesNo;
use Yarrowfog\Core\Stroke\Setting;
use Yarrowfog\Core\Stroke\SpreadKind;
use Yarrowfog\Core\Stroke\Station;

/** Ground: what the print meets. */
final class GroundSettings
{
    /** @return list<Setting> */
    public static function all(): array
    {
        return [
            Setting::choice('tooth', Station::Ground, 'Tooth', 'The bumps of the ground that the ink meets: always the same, or those of whatever sheet it paints on.', ToothName::class),
            Setting::choice('toothMode', Station::Ground, 'Ink meets it by', 'Shade: valleys take less. Carve: valleys are cut out. Catch: light pressure meets only the peaks.', ToothMode::class),
            Setting::number('toothDepth', Station::Ground, 'Depth', 'How much the bumps matter.', '%', 0, 1, 0.7, true, SpreadKind::Below),
            Setting::number('toothScale', Station::Ground, 'Scale', 'The size of the bumps.', '%', 0.1, 8, 1),
            Setting::number('toothBrightness', Station::Ground, 'Brightness', 'Raises or lowers the whole ground.', '%', -1, 1, 0),
            Setting::number('toothContrast', Station::Ground, 'Contrast', 'Flattens or steepens the bumps.', '%', -1, 1, 0),
            Setting::choice('toothInvert', Station::Ground, 'Upside down', 'Makes peaks of valleys.', YesNo::class),
            Setting::choice('toothFixedTo', Station::Ground, 'Fixed to', 'The bumps lie still in the sheet, or travel with each dab.', FixedTo::class),
            Setting::choice('toothPer', Station::Ground, 'Meets each', 'Each dab meets the bumps anew and fills them up, or the whole stroke meets them once.', Per::class),
            Setting::choice('biteCombine', Station::Ground, 'Bite', 'What the second tip does to the first: cuts it out, keeps only what both cover, joins it, or takes the darker or the lighter.', BiteCombine::class),
            Setting::number('biteSize', Station::Ground, 'Bite size', 'The size of the second tip, as a part of the first.', '%', 0.05, 4, 1),
            Setting::number('biteSpacing', Station::Ground, 'Bite spacing', 'The way from one bite to the next, as a part of its size.', '%', 0.02, 10, 0.3, false, SpreadKind::AroundPart),
            Setting::number('biteScatter', Station::Ground, 'Bite scatter', 'Throws bites to the sides, by up to this part of their size.', '%', 0, 5, 0),
            Setting::number('biteCount', Station::Ground, 'Bite count', 'Bites that fall at each place together.', '', 1, 16, 1),
            Setting::number('biteAngle', Station::Ground, 'Bite angle', 'How far the second tip is turned, clockwise.', '°', -180, 180, 0, false, SpreadKind::AroundUnits, 180),
            Setting::number('castShadow', Station::Ground, 'Cast shadow', 'How dark a shadow each dab casts on what lies under it. It falls the same way however the tip is turned; one that turns with the tip is a step of Cut.', '%', 0, 1, 0, true, SpreadKind::Below),
            Setting::number('shadowDistance', Station::Ground, 'Shadow distance', 'How far from the dab its shadow falls, as a part of its size.', '%', 0, 2, 0.12, true),
            Setting::number('shadowTowards', Station::Ground, 'Shadow towards', 'Where the shadow falls: 0° is to the right, 90° down.', '°', -180, 180, 60),
            Setting::number('shadowSoftness', Station::Ground, 'Shadow softness', 'The width over which the shadow’s edge fades, as a part of the dab’s size.', '%', 0, 2, 0.25),
            Setting::choice('shadowColour', Station::Ground, 'Shadow colour', 'Black, or the second ink.', ShadowColour::class),
            Setting::number('rim', Station::Ground, 'Rim', 'Ink gathers at the edge, as when a wash dries. It shows when the pen lifts.', '%', 0, 1, 0),
            Setting::number('rimWidth', Station::Ground, 'Rim width', 'How far the rim reaches inwards.', 'px', 1, 60, 6),
            Setting::number('noise', Station::Ground, 'Noise', 'Breaks up soft edges; full and empty places stay as they are.', '%', 0, 1, 0),
        ];
    }
}
