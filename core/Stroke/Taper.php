<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke;

/** Hand: how a stroke grows from a point and runs out again, as a factor on its size. */
final readonly class Taper
{
    /** @param  float|null  $total  px of the whole path; null while the pen is down */
    public function __construct(private float $in, private float $out, private ?float $total)
    {
    }

    public function at(float $s): float
    {
        $factor = $this->in > 0 ? self::smooth($s / $this->in) : 1.0;
        if ($this->out > 0 && $this->total !== null) {
            $factor *= self::smooth(($this->total - $s) / $this->out);
        }

        return $factor;
    }

    /** 3x² − 2x³, flat at both ends. */
    private static function smooth(float $x): float
    {
        $x = max(0.0, min(1.0, $x));

        return $x * $x * (3.0 - 2.0 * $x);
    }
}
