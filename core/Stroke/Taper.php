<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke;

/** Hand: how a stroke grows from a point and runs out again, as a factor on its size. */
final readonly class Taper
{
    private float $in;

    private float $out;

    /** What is left of the size at the very ends. */
    private float $least;

    /**
     * A stroke shorter than both its tapers parts its length between them, so that it comes to its size once.
     *
     * @param  float  $in  px over which it grows
     * @param  float  $out  px over which it runs out
     * @param  float|null  $total  px of the whole path; null while the pen is down
     * @param  float  $size  px of the tip; the ends of a path shorter than that are blunt, and a tap prints at its size
     */
    public function __construct(float $in, float $out, private ?float $total, float $size)
    {
        $share = $total === null || $in + $out <= 0.0 ? 1.0 : min(1.0, $total / ($in + $out));
        $this->in = $in * $share;
        $this->out = $total === null ? 0.0 : $out * $share;
        $this->least = $total === null ? 0.0 : max(0.0, 1.0 - $total / $size);
    }

    /** @param  float|null  $total  px of the whole path; null while the pen is down */
    public static function of(BrushSettings $brush, ?float $total): self
    {
        return new self($brush->base('taperIn'), $brush->base('taperOut'), $total, $brush->base('size'));
    }

    /** Whether a stroke so long (px, so far) still changes at its beginning when the pen lifts there. */
    public static function isOpen(BrushSettings $brush, float $length): bool
    {
        return $brush->base('taperIn') > 0 && $length < max($brush->base('taperIn') + $brush->base('taperOut'), $brush->base('size'));
    }

    /** @param  float  $s  px travelled since the press */
    public function at(float $s): float
    {
        $factor = $this->in > 0.0 ? self::smooth($s / $this->in) : 1.0;
        if ($this->out > 0.0 && $this->total !== null) {
            $factor *= self::smooth(($this->total - $s) / $this->out);
        }

        return $this->least + (1.0 - $this->least) * $factor;
    }

    /** 3x² − 2x³, flat at both ends. */
    private static function smooth(float $x): float
    {
        $x = max(0.0, min(1.0, $x));

        return $x * $x * (3.0 - 2.0 * $x);
    }
}
