<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Steps;

use Yarrowfog\Core\Cut\Alpha;
use Yarrowfog\Core\Cut\StepDescription;
use Yarrowfog\Core\Cut\StepGroup;
use Yarrowfog\Core\Cut\ToneStep;
use Yarrowfog\Core\Form\Field;
use Yarrowfog\Core\Form\FieldValues;
use Yarrowfog\Core\Form\HandStroke;
use Yarrowfog\Core\Paint\Mip\HalvedMipChain;
use Yarrowfog\Core\Paint\Stroke\PaintedStroke;
use Yarrowfog\Core\Paint\Stroke\StrokePainter;
use Yarrowfog\Core\Paint\Tile\StrokeBuffer;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Plane;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Sample;
use Yarrowfog\Core\Stroke\Trace;
use Yarrowfog\Core\Tip\Frame;
use Yarrowfog\Core\Tip\TipKind;

use function is_int;

/** Hides and shows parts of the picture with painted strokes, by the engine itself. */
final readonly class HandMask implements ToneStep
{
    /** px of the tip that paints the mask. */
    private const TIP = 128;

    /** @param  list<HandStroke>  $strokes */
    public function __construct(public array $strokes)
    {
    }

    public static function description(): StepDescription
    {
        return new StepDescription('hand-mask', 'Hand mask', StepGroup::Clear, 'Paint on the picture: hide what should not print, show it again. The pen’s pressure counts.', [
            Field::strokes('strokes', 'Strokes'),
        ]);
    }

    public static function from(FieldValues $numbers): self
    {
        return new self($numbers->strokes('strokes'));
    }

    public function apply(Bitmap $in, TipKind $kind): Bitmap
    {
        if ($this->strokes === []) {
            return $in;
        }
        $keep = array_fill(0, $in->width * $in->height, Plane::FULL);
        foreach ($this->strokes as $stroke) {
            $keep = self::mask($keep, $this->paint($stroke, $in), $stroke->shows);
        }

        return Alpha::keep($in, $keep);
    }

    private function paint(HandStroke $stroke, Bitmap $in): PaintedStroke
    {
        $drive = [['input' => 'pressure', 'from' => 0.2, 'to' => 1]];
        $brush = BrushSettings::read(['settings' => [
            'size' => ['base' => max(1.0, min(2000.0, $stroke->size * max($in->width, $in->height))), 'drives' => $stroke->pressed ? $drive : []],
            'spacing' => ['base' => 0.08],
            'assumedLevel' => ['base' => 1],
        ]]);
        $samples = array_map(fn (array $s): Sample => new Sample($s[0], $s[1] * $in->width, $s[2] * $in->height, $s[3]), $stroke->samples);

        return (new StrokePainter(new HalvedMipChain(self::tip($stroke->softness)), $brush))->stroke(new Trace($samples, $stroke->pressed), 1, $in->bounds());
    }

    /** A disc whose edge is soft over a part of its radius. */
    private static function tip(float $softness): Frame
    {
        $full = (int) Plane::FULL;
        $values = [];
        $middle = self::TIP / 2;
        $soft = max(1.5, $softness * $middle);
        for ($y = 0; $y < self::TIP; $y++) {
            for ($x = 0; $x < self::TIP; $x++) {
                $inside = max(0.0, min(1.0, ($middle - hypot($x + 0.5 - $middle, $y + 0.5 - $middle)) / $soft));
                $values[] = (int) ($full * $inside * $inside * (3 - 2 * $inside));
            }
        }

        return new Frame(new Plane(self::TIP, self::TIP, $values));
    }

    /**
     * @param  array<int, int>  $keep  0–65535
     * @return array<int, int>
     */
    private static function mask(array $keep, PaintedStroke $stroke, bool $shows): array
    {
        $side = (int) StrokeBuffer::SIDE;
        $bounds = $stroke->bounds();
        foreach ($stroke->keys() as $key) {
            $tile = $stroke->tile($key) ?? [];
            $area = StrokeBuffer::area($key)->intersect(new Rect(0, 0, $bounds->width, $bounds->height));
            for ($y = $area->y; $y < $area->bottom(); $y++) {
                $from = ($y % $side) * $side + $area->x % $side;
                $to = $y * $bounds->width + $area->x;
                for ($n = $area->width; $n > 0; $n--) {
                    $c = $tile[$from];
                    if (! is_int($c)) {
                        return $keep;
                    }
                    if ($c > 0) {
                        $k = $keep[$to];
                        if (! is_int($k)) {
                            return $keep;
                        }
                        $keep[$to] = $shows ? $k + ((65535 - $k) * $c >> 16) + ($c >= 65535 ? 1 : 0) : $k - ($k * $c >> 16) - ($c >= 65535 && $k > 0 ? 1 : 0);
                    }
                    $from++;
                    $to++;
                }
            }
        }

        return $keep;
    }
}
