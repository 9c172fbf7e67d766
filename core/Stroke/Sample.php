<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke;

use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\JsonReader;
use Yarrowfog\Core\Raster\Rect;

/** Where the pen was at one moment, and how it was held. */
final readonly class Sample
{
    /**
     * @param  float  $t  ms
     * @param  float  $x  px, right
     * @param  float  $y  px, down
     * @param  float  $pressure  0–1
     * @param  float  $tiltX  degrees, −90 to 90, as in W3C Pointer Events
     * @param  float  $tiltY  degrees, −90 to 90
     * @param  float  $twist  degrees, 0–359
     */
    public function __construct(
        public float $t,
        public float $x,
        public float $y,
        public float $pressure = 0.5,
        public float $tiltX = 0.0,
        public float $tiltY = 0.0,
        public float $twist = 0.0,
    ) {
    }

    /**
     * From a list [t, x, y, pressure, tiltX, tiltY, twist]; what follows y may be missing.
     *
     * @throws InvalidInput
     */
    public static function read(JsonReader $list): self
    {
        $list->keys(['0', '1', '2', '3', '4', '5', '6']);

        return new self(
            $list->number(0, -1e12, 1e12),
            $list->number(1, -1e5, 1e5),
            $list->number(2, -1e5, 1e5),
            $list->number(3, 0, 1, 0.5),
            $list->number(4, -90, 90, 0.0),
            $list->number(5, -90, 90, 0.0),
            $list->number(6, 0, 360, 0.0),
        );
    }

    /** The same sample, no farther away from a rectangle than so many px. */
    public function near(Rect $area, float $far): self
    {
        $x = max($area->x - $far, min($area->right() + $far, $this->x));
        $y = max($area->y - $far, min($area->bottom() + $far, $this->y));

        return $x === $this->x && $y === $this->y ? $this : new self($this->t, $x, $y, $this->pressure, $this->tiltX, $this->tiltY, $this->twist);
    }

    /** @return array{float, float, float, float, float, float, float} */
    public function toArray(): array
    {
        return [$this->t, $this->x, $this->y, $this->pressure, $this->tiltX, $this->tiltY, $this->twist];
    }

    /**
     * How flat the pen lies: 0 upright, 1 flat on the sheet.
     *
     * Altitude from the two tilts as in W3C Pointer Events Level 3, "Converting between
     * tiltX / tiltY and altitudeAngle / azimuthAngle".
     */
    public function flatness(): float
    {
        if (abs($this->tiltX) >= 90.0 || abs($this->tiltY) >= 90.0) {
            return 1.0;
        }
        $lean = hypot(tan(deg2rad($this->tiltX)), tan(deg2rad($this->tiltY)));

        return $lean <= 0.0 ? 0.0 : 1.0 - atan(1.0 / $lean) / (M_PI / 2);
    }

    /** Where the pen leans to: degrees clockwise, 0 to the right (same source). */
    public function azimuth(): float
    {
        if ($this->tiltX === 0.0 && $this->tiltY === 0.0) {
            return 0.0;
        }
        $angle = rad2deg(atan2(tan(deg2rad($this->tiltY)), tan(deg2rad($this->tiltX))));

        return $angle < 0 ? $angle + 360.0 : $angle;
    }
}
