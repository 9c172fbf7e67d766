<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut;

use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Raster\Regions;
use Yarrowfog\Core\Tip\TipKind;

/** The separate things of a picture: its large pieces, each with the crumbs beside it and the soft edge around it. */
final readonly class Pieces
{
    /** Alpha or ink from which a pixel holds a piece together, 0–65535: soft edges that touch join nothing. */
    private const HOLDS = 16384;

    /** Part of the largest piece's area below which a piece is a crumb. */
    private const CRUMB = 0.05;

    /** Part of a piece's longer side within which crumbs around its box belong to it. */
    private const BESIDE = 0.15;

    /**
     * @param  array<int, Rect>  $boxes  of the pieces that are no crumbs, by their number
     */
    private function __construct(private Bitmap $picture, private Regions $regions, private array $boxes)
    {
    }

    /** Of what is there, where something has been taken out of the picture; else of what prints. */
    public static function of(Bitmap $in, TipKind $kind): self
    {
        $regions = InkRuns::of($in, Alpha::isPartlyClear($in) ? TipKind::OwnColours : $kind, self::HOLDS)->regions(true);
        $least = $regions->areas === [] ? 0 : self::CRUMB * max($regions->areas);
        $boxes = [];
        foreach ($regions->boxes() as $region => $box) {
            if ($regions->areas[$region] >= $least) {
                $boxes[$region] = $box;
            }
        }

        return new self($in, $regions, $boxes);
    }

    public function count(): int
    {
        return count($this->boxes);
    }

    /**
     * One place on each piece and the box around it, as they are read: row by row, from the left; the largest, where there are too many.
     *
     * @return list<array{array{float, float}, Rect}> places as fractions of the picture
     */
    public function all(int $most): array
    {
        $areas = array_intersect_key($this->regions->areas, $this->boxes);
        arsort($areas);
        $boxes = array_intersect_key($this->boxes, array_slice($areas, 0, $most, true));
        uasort($boxes, fn (Rect $a, Rect $b): int => [$a->y, $a->x] <=> [$b->y, $b->x]);
        $out = [];
        while ($boxes !== []) {
            $first = $boxes[array_key_first($boxes)];
            // What begins above the middle of the first of a row stands in that row.
            $row = array_filter($boxes, fn (Rect $b): bool => 2 * $b->y < 2 * $first->y + $first->height);
            uasort($row, fn (Rect $a, Rect $b): int => [$a->x, $a->y] <=> [$b->x, $b->y]);
            foreach ($row as $region => $box) {
                $out[] = [$this->placeOn($region), $box];
            }
            $boxes = array_diff_key($boxes, $row);
        }

        return $out;
    }

    /**
     * The picture with nothing but the piece that lies at a place, or nearest to it.
     *
     * @param  array{float, float}  $place  fractions of the picture
     */
    public function only(array $place): Bitmap
    {
        $chosen = $this->at((int) min($this->picture->width - 1, $place[0] * $this->picture->width), (int) min($this->picture->height - 1, $place[1] * $this->picture->height));
        if ($chosen === null) {
            return $this->picture;
        }
        $boxes = $this->regions->boxes();
        $large = $this->boxes + [$chosen => $boxes[$chosen]];
        $own = [];
        foreach ($boxes as $region => $box) {
            $own[$region] = self::owner($region, $box, $large) === $chosen;
        }

        return $this->keep($own);
    }

    /**
     * The piece that a region belongs to: itself, or the one it lies beside.
     *
     * @param  array<int, Rect>  $large
     */
    private static function owner(int $region, Rect $box, array $large): ?int
    {
        if (isset($large[$region])) {
            return $region;
        }
        $owner = null;
        $nearest = INF;
        foreach ($large as $other => $around) {
            $far = hypot(max(0, $around->x - $box->right(), $box->x - $around->right()), max(0, $around->y - $box->bottom(), $box->y - $around->bottom()));
            if ($far < $nearest && $far <= self::BESIDE * max($around->width, $around->height)) {
                $nearest = $far;
                $owner = $other;
            }
        }

        return $owner;
    }

    /** The region at a pixel, or the one with the run nearest to it; null where there is none. */
    private function at(int $x, int $y): ?int
    {
        $width = $this->picture->width;
        $found = null;
        $nearest = PHP_INT_MAX;
        foreach ($this->regions->runs->starts as $run => $start) {
            $dx = max(0, $start % $width - $x, $x - ($this->regions->runs->ends[$run] - 1) % $width);
            $dy = intdiv($start, $width) - $y;
            $far = $dx * $dx + $dy * $dy;
            if ($far < $nearest) {
                $nearest = $far;
                $found = $this->regions->owners[$run];
            }
        }

        return $found;
    }

    /** @return array{float, float} a place on a piece: in the middle of its longest run, which is on a ring, too */
    private function placeOn(int $region): array
    {
        $width = $this->picture->width;
        [$middle] = $this->regions->longestRun($region);

        return [($middle % $width + 0.5) / $width, (intdiv($middle, $width) + 0.5) / $this->picture->height];
    }

    /**
     * What holds together stays or goes as it is said; what is softer goes with what it is joined to by the shortest way.
     *
     * @param  array<int, bool>  $own  of each region, whether it stays
     */
    private function keep(array $own): Bitmap
    {
        $pixels = $this->picture->pixels;
        $width = $this->picture->width;
        $all = count($pixels);
        $runs = $this->regions->runs;
        // 0: nothing is known yet; 1: goes; 2: stays.
        $side = '';
        foreach ($this->regions->owners as $run => $owner) {
            $side .= str_repeat("\0", $runs->starts[$run] - strlen($side)).str_repeat($own[$owner] ? "\2" : "\1", $runs->ends[$run] - $runs->starts[$run]);
        }
        $side .= str_repeat("\0", $all - strlen($side));
        $edge = $this->edge($side);
        while ($edge !== []) {
            $next = [];
            foreach ($edge as $i) {
                $x = $i % $width;
                foreach ([$i - $width, $i + $width, $x > 0 ? $i - 1 : -1, $x < $width - 1 ? $i + 1 : -1] as $j) {
                    if ($j >= 0 && $j < $all && $side[$j] === "\0" && ($pixels[$j] & 255) > 0) {
                        $side[$j] = $side[$i];
                        $next[] = $j;
                    }
                }
            }
            $edge = $next;
        }
        for ($i = 0; $i < $all; $i++) {
            if ($side[$i] !== "\2") {
                $pixels[$i] = 0;
            }
        }

        return new Bitmap($width, $this->picture->height, $pixels);
    }

    /** @return array<int, int> the pixels of regions that have something soft beside them */
    private function edge(string $side): array
    {
        $pixels = $this->picture->pixels;
        $width = $this->picture->width;
        $all = count($pixels);
        $out = [];
        foreach ($this->regions->runs->starts as $run => $start) {
            $end = $this->regions->runs->ends[$run];
            for ($i = $start; $i < $end; $i++) {
                $up = $i - $width;
                $down = $i + $width;
                if (($up >= 0 && $side[$up] === "\0" && ($pixels[$up] & 255) > 0)
                    || ($down < $all && $side[$down] === "\0" && ($pixels[$down] & 255) > 0)
                    || ($i === $start && $start % $width > 0 && ($pixels[$i - 1] & 255) > 0)
                    || ($i === $end - 1 && $end % $width > 0 && ($pixels[$end] & 255) > 0)) {
                    $out[] = $i;
                }
            }
        }

        return $out;
    }
}
