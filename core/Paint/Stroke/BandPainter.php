<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Stroke;

use Yarrowfog\Core\Chance;
use Yarrowfog\Core\Paint\Dab\BrushTextures;
use Yarrowfog\Core\Paint\Dab\InkPalette;
use Yarrowfog\Core\Paint\Dab\Stencil;
use Yarrowfog\Core\Paint\Dab\StencilCache;
use Yarrowfog\Core\Paint\Tile\ColouredCoverage;
use Yarrowfog\Core\Paint\Tile\StrokeBuffer;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Choice\LaidAs;
use Yarrowfog\Core\Stroke\Dial;
use Yarrowfog\Core\Stroke\Inker;
use Yarrowfog\Core\Stroke\PathPoint;
use Yarrowfog\Core\Stroke\Place;
use Yarrowfog\Core\Stroke\Shape;
use Yarrowfog\Core\Stroke\Similarity;
use Yarrowfog\Core\Stroke\Taper;

/**
 * Band: the tip laid along the path as one strip. Its picture's columns go along the
 * stroke, its rows across.
 *
 * The path is cut by lines square to its heading; the piece between two of them is its
 * own little picture. A pixel there lies at the part f = d₀ / (d₀ + d₁) of the way, by its
 * distances to the two lines. Neighbours share their line, so there is neither gap nor
 * overlap while bends are gentler than half the width; where they are sharper the pieces
 * overlap on the inside, and the stronger one counts, so that ink never doubles.
 */
final class BandPainter
{
    /** Degrees by which the heading may turn within one piece. */
    private const MOST_TURN = 8.0;

    /** Widths of the picture that are made for each doubling. */
    private const PER_OCTAVE = 12;

    /** The length over which a live stroke is stretched, as a part of what there is of it. */
    private const AHEAD = 1.25;

    /** px of width below which nothing prints. */
    private const LEAST_WIDTH = 0.3;

    private readonly StencilCache $rack;

    private readonly Dial $size;

    private readonly Inker $inker;

    private readonly bool $once;

    private readonly BandSampler $sampler;

    private readonly float $head;

    private readonly float $tail;

    /** Width of the picture by its height. */
    private readonly float $aspect;

    private ?PathPoint $last = null;

    /** Columns used so far, in picture heights. */
    private float $along = 0.0;

    /** Picture heights that the whole stroke uses, as far as that is known. */
    private ?float $total = null;

    /** @var list<PathPoint> the path so far, of a picture that is stretched over it while the pen is down */
    private array $soFar = [];

    public function __construct(BrushTextures $kit, private readonly BrushSettings $brush, Chance $chance, private readonly Taper $taper, private readonly Similarity $moved = new Similarity)
    {
        $levels = $kit->frames[0];
        $this->rack = new StencilCache($levels, true, InkPalette::of($brush));
        [$width, $height] = $levels->size(0);
        $this->aspect = $width / $height;
        $this->size = Dial::of($brush, 'size', $chance);
        $this->inker = new Inker($brush, $chance);
        $this->once = $brush->choices->laidAs === LaidAs::BandOnce;
        $this->sampler = BandSampler::of($brush, $chance);
        $this->head = $this->once ? 0.0 : $brush->base('bandHead') * $this->aspect;
        $this->tail = $this->once ? 0.0 : $brush->base('bandTail') * $this->aspect;
    }

    /** 0xRRGGBB of the band at a point. */
    public function colour(PathPoint $at): int
    {
        return $this->inker->dab(new Place(0, 0, $at, $at->x, $at->y, 1.0), new Shape(1, 0, 1))->colour;
    }

    /**
     * How long the whole stroke is, before it is painted.
     *
     * @param  list<PathPoint>  $points
     */
    public function measure(array $points): void
    {
        $total = 0.0;
        for ($i = 1; $i < count($points); $i++) {
            $total += $this->columns($points[$i - 1], $points[$i]);
        }
        $this->total = $total;
    }

    /**
     * Paints what is new of a stroke whose end is not known.
     *
     * A picture stretched over the whole stroke is stretched over what there is of it and a little more. When the stroke outgrows that
     * it is painted anew, stretched further: by a part of its length each time, so that this costs a few times what painting it once does.
     *
     * @param  list<PathPoint>  $points  that are new
     */
    public function paintLive(array $points, StrokeBuffer $buffer): void
    {
        if (! $this->once) {
            $this->paint($points, $buffer);

            return;
        }
        array_push($this->soFar, ...$points);
        $ahead = $this->along;
        for ($i = 0; $i < count($points); $i++) {
            $before = $i > 0 ? $points[$i - 1] : $this->last;
            $ahead += $before === null ? 0.0 : $this->columns($before, $points[$i]);
        }
        if ($ahead > ($this->total ?? 0.0)) {
            $this->total = max($this->aspect, self::AHEAD * $ahead);
            $this->along = 0.0;
            $this->last = null;
            $buffer->clear();
            $points = $this->soFar;
        }
        $this->paint($points, $buffer);
    }

    /** @param  list<PathPoint>  $points  that are new */
    public function paint(array $points, StrokeBuffer $buffer): void
    {
        foreach ($points as $point) {
            $from = $this->last;
            $this->last = $point;
            if ($from === null || $point->s <= $from->s) {
                continue;
            }
            $turn = abs(fmod($point->heading - $from->heading + 540.0, 360.0) - 180.0);
            $pieces = (int) max(1, ceil($turn / self::MOST_TURN));
            $a = $from;
            for ($k = 1; $k <= $pieces; $k++) {
                $b = $k === $pieces ? $point : $from->turningTowards($point, $k / $pieces);
                $columns = $this->columns($a, $b);
                $this->piece($a, $b, $this->along, $this->along + $columns, $buffer);
                $this->along += $columns;
                $a = $b;
            }
        }
    }

    private function width(PathPoint $at): float
    {
        return max(self::LEAST_WIDTH, $this->size->driven($at, 0) * $this->taper->at($at->s));
    }

    /** Columns between two points, in picture heights: the picture keeps its proportions at every width. */
    private function columns(PathPoint $a, PathPoint $b): float
    {
        return 2.0 * ($b->s - $a->s) / ($this->width($a) + $this->width($b));
    }

    private function piece(PathPoint $a, PathPoint $b, float $fromColumn, float $toColumn, StrokeBuffer $buffer): void
    {
        $side = (int) StrokeBuffer::SIDE;
        $w0 = $this->width($a) * $this->moved->scale / 2;
        $w1 = $this->width($b) * $this->moved->scale / 2;
        $reach = max($w0, $w1) + 1.5;
        $dab = $this->inker->dab(new Place(0, 0, $a, $a->x, $a->y, 1.0), new Shape(1, 0, 1));
        $strength = (int) round($dab->flow * $dab->opacity * 65536);
        if ($strength <= 0) {
            return;
        }
        $stencil = $this->stencil(2 * max($w0, $w1));
        $drift = $dab->drift;
        $columns = new BandColumns($stencil->width - 2 * Stencil::BORDER, $this->aspect, $this->head, $this->tail, $this->total, $this->once);
        $a = $this->moved->point($a);
        $b = $this->moved->point($b);
        $t0 = deg2rad($a->heading);
        $t1 = deg2rad($b->heading);
        [$c0, $s0, $c1, $s1] = [cos($t0), sin($t0), cos($t1), sin($t1)];
        $left = (int) floor(min($a->x - abs($s0) * $reach, $b->x - abs($s1) * $reach) - 1);
        $right = (int) ceil(max($a->x + abs($s0) * $reach, $b->x + abs($s1) * $reach) + 1);
        $top = (int) floor(min($a->y - abs($c0) * $reach, $b->y - abs($c1) * $reach) - 1);
        $bottom = (int) ceil(max($a->y + abs($c0) * $reach, $b->y + abs($c1) * $reach) + 1);
        $places = $this->places($a, $b, $w0, $w1, $fromColumn, $toColumn, $c0, $s0, $c1, $s1, $left, $top, $right, $bottom);
        if ($places === []) {
            return;
        }
        $moved = $drift->isNothing() ? null : $drift->colours();
        foreach ($buffer->parts($left, $top, $right, $bottom) as [$key, $tileX, $tileY, $part]) {
            $tile = $buffer->take($key);
            for ($y = $part[1]; $y < $part[3]; $y++) {
                foreach ($places[$y] ?? [] as $x => [$along, $v]) {
                    if ($x < $part[0] || $x >= $part[2]) {
                        continue;
                    }
                    [$ink, $colour] = $this->sampler->sample($stencil, $columns->at($along), $v);
                    $ink = $ink * $strength >> 16;
                    $at = ($y - $tileY) * $side + $x - $tileX;
                    if ($buffer->colour !== null) {
                        $tile[$at] = max($tile[$at], $ink);
                    } elseif ($ink > ColouredCoverage::coverageOf($tile[$at])) {
                        $tile[$at] = ColouredCoverage::pack($ink, $colour === null ? $dab->colour : ($moved === null ? $colour : $moved->move($colour)));
                    }
                }
            }
            $buffer->put($key, $tile, $part);
        }
    }

    /**
     * The picture at about the width of a piece. Both its sides are whole pixels: otherwise its
     * first and last columns would be covered in part, and show as a seam where it repeats.
     */
    private function stencil(float $across): Stencil
    {
        $rows = max(1.0, round(2 ** (round(log(max(1.0, $across), 2) * self::PER_OCTAVE) / self::PER_OCTAVE)));

        return $this->rack->stencil(max(1.0, round($rows * $this->aspect)), $rows);
    }

    /**
     * The pixels of a piece, and where each lies in the picture.
     *
     * @return array<int, array<int, array{float, float}>> by row and column of the sheet: along in picture heights, across 0–1
     */
    private function places(PathPoint $a, PathPoint $b, float $w0, float $w1, float $from, float $to, float $c0, float $s0, float $c1, float $s1, int $left, int $top, int $right, int $bottom): array
    {
        $out = [];
        for ($y = $top; $y < $bottom; $y++) {
            for ($x = $left; $x < $right; $x++) {
                $px = $x + 0.5;
                $py = $y + 0.5;
                $d0 = ($px - $a->x) * $c0 + ($py - $a->y) * $s0;
                $d1 = ($b->x - $px) * $c1 + ($b->y - $py) * $s1;
                if ($d0 < 0.0 || $d1 <= 0.0) {
                    continue;
                }
                $f = $d0 / ($d0 + $d1);
                $nx = -$s0 + ($s0 - $s1) * $f;
                $ny = $c0 + ($c1 - $c0) * $f;
                $across = (($px - $a->x - ($b->x - $a->x) * $f) * $nx + ($py - $a->y - ($b->y - $a->y) * $f) * $ny) / max(1e-6, hypot($nx, $ny));
                $half = $w0 + ($w1 - $w0) * $f;
                if (abs($across) < $half + 0.5) {
                    $out[$y][$x] = [$from + ($to - $from) * $f, 0.5 + ($this->moved->mirrored ? -$across : $across) / (2 * $half)];
                }
            }
        }

        return $out;
    }
}
