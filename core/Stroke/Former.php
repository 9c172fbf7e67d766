<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke;

use Yarrowfog\Core\Chance;
use Yarrowfog\Core\Stroke\Choice\AngleFollows;
use Yarrowfog\Core\Stroke\Choice\Mirror;

/** Form: the size, angle, roundness, mirror, lean and frame of each dab. */
final readonly class Former
{
    /** px; a thinner dab prints nothing that can be seen. */
    private const LEAST_SIZE = 0.3;

    /** A pen that lies flat would print without end; leaning stops here. */
    private const MOST_LEAN = 3.0;

    private Dial $size;

    private Dial $angle;

    private Dial $roundness;

    private Dial $posture;

    private AngleFollows $follows;

    private Mirror $mirrorAcross;

    private Mirror $mirrorDown;

    private FramePicker $frames;

    public function __construct(BrushSettings $brush, private Chance $chance)
    {
        $this->size = Dial::of($brush, 'size', $chance);
        $this->angle = Dial::of($brush, 'angle', $chance);
        $this->roundness = Dial::of($brush, 'roundness', $chance);
        $this->posture = Dial::of($brush, 'posture', $chance);
        $this->follows = $brush->choices->angleFollows;
        $this->mirrorAcross = $brush->choices->mirrorAcross;
        $this->mirrorDown = $brush->choices->mirrorDown;
        $this->frames = new FramePicker($brush, $chance);
    }

    public function shape(Place $place): Shape
    {
        $on = $place->on;
        $angle = $this->angle->at($on, $place->key) + match ($this->follows) {
            AngleFollows::Heading => $on->heading,
            AngleFollows::Azimuth => $on->azimuth,
            AngleFollows::Twist => $on->twist,
            AngleFollows::Nothing => 0.0,
        };
        $posture = $this->posture->at($on, $place->key);

        return new Shape(
            max(self::LEAST_SIZE, $this->size->at($on, $place->key) * $place->taper),
            fmod(fmod($angle, 360.0) + 360.0, 360.0),
            $this->roundness->at($on, $place->key),
            $this->frames->frame($place),
            $this->isMirrored('mirrorAcross', $this->mirrorAcross, $place->key),
            $this->isMirrored('mirrorDown', $this->mirrorDown, $place->key),
            $posture > 0.0 ? self::lean($posture, $on->tilt) : 1.0,
            $on->azimuth,
        );
    }

    /** A pen leaning by φ touches with its round tip drawn out to 1 / cos φ. */
    private static function lean(float $posture, float $tilt): float
    {
        return 1.0 + $posture * (min(self::MOST_LEAN, 1.0 / max(0.01, cos($tilt * M_PI / 2))) - 1.0);
    }

    private function isMirrored(string $setting, Mirror $choice, int $key): bool
    {
        return match ($choice) {
            Mirror::Always => true,
            Mirror::ByChance => $this->chance->unit(Chance::stream($setting), $key) < 0.5,
            Mirror::Never => false,
        };
    }
}
