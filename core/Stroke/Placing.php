<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke;

use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\JsonReader;

/** Where a drawing is put on its sheet: scaled and turned about the middle of the sheet, then moved. */
final readonly class Placing
{
    public function __construct(public float $scale = 1.0, public float $turn = 0.0, public float $dx = 0.0, public float $dy = 0.0)
    {
    }

    /**
     * @param  JsonReader  $from  {"scale": …, "turn": degrees, "dx": px, "dy": px}
     *
     * @throws InvalidInput
     */
    public static function read(JsonReader $from): self
    {
        return new self($from->number('scale', 0.05, 20, 1.0), $from->number('turn', -180, 180, 0.0), $from->number('dx', -20000, 20000, 0.0), $from->number('dy', -20000, 20000, 0.0));
    }

    public function isNothing(): bool
    {
        return $this->scale === 1.0 && $this->turn === 0.0 && $this->dx === 0.0 && $this->dy === 0.0;
    }

    /** The same movement there, in the same time: a larger drawing is drawn faster, and `brush` takes that into account. */
    public function trace(Trace $trace, int $width, int $height): Trace
    {
        $cos = cos(deg2rad($this->turn)) * $this->scale;
        $sin = sin(deg2rad($this->turn)) * $this->scale;

        return new Trace(array_map(function (Sample $s) use ($cos, $sin, $width, $height): Sample {
            $x = $s->x - $width / 2;
            $y = $s->y - $height / 2;

            return new Sample($s->t, $cos * $x - $sin * $y + $width / 2 + $this->dx, $sin * $x + $cos * $y + $height / 2 + $this->dy, $s->pressure, $s->tiltX, $s->tiltY, $s->twist);
        }, $trace->samples), $trace->realPressure);
    }

    /** The same brush there: all of it as much larger, and turned with the sheet. */
    public function brush(BrushSettings $brush): BrushSettings
    {
        $turned = fmod($brush->base('angle') + $this->turn + 540.0, 360.0) - 180.0;

        return $brush
            ->scale($this->scale)
            ->withBase('angle', $turned);
    }
}
