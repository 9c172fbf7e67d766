<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Thing;

/** The pixels around an outline, a step farther with each round: cheaper than distances of a whole picture where only its border counts. */
final readonly class Ring
{
    /**
     * @param  list<int>  $pixels  in the order in which they were reached
     * @param  array<int, int>  $steps  of each pixel of the picture: how far it is from the outline, 1 for those that touch it; 0 beyond the ring
     * @param  int  $out  px that it reaches outwards
     */
    private function __construct(public array $pixels, public array $steps, private int $out)
    {
    }

    /**
     * @param  int  $in  px that the ring reaches inwards
     * @param  int  $out  px that it reaches outwards
     */
    public static function around(Inside $inside, int $in, int $out): self
    {
        [$width, $height] = [$inside->width, $inside->height];
        $reached = array_fill(0, $width * $height, 0);
        $pixels = self::beside($inside, $in, $out);
        foreach ($pixels as $i) {
            $reached[$i] = 1;
        }
        [$pixels, $reached] = self::grow($pixels, $reached, $inside->pixels, $width, 2, $in, $out, array_fill(0, $height, 0), array_fill(0, $height, $width));

        return new self($pixels, $reached, $out);
    }

    /**
     * The same, and farther out where somebody waits to be reached: what lies between counts there only.
     *
     * @param  list<int>  $waiting  pixels outside
     * @param  Inside  $inside  as it was told
     * @param  int  $out  px that it reaches outwards for them
     */
    public function towards(array $waiting, Inside $inside, int $out): self
    {
        [$width, $height, $sides] = [$inside->width, $inside->height, $inside->pixels];
        // No way of so many steps goes beyond a square around its end.
        $lefts = array_fill(0, $height, $width);
        $rights = array_fill(0, $height, -1);
        foreach ($waiting as $i) {
            if ($this->steps[$i] === 0) {
                $y = intdiv($i, $width);
                for ($row = max(0, $y - $out), $end = min($height - 1, $y + $out); $row <= $end; $row++) {
                    $lefts[$row] = min($lefts[$row], $i % $width - $out);
                    $rights[$row] = max($rights[$row], $i % $width + $out);
                }
            }
        }
        $front = [];
        foreach ($this->pixels as $i) {
            if ($sides[$i] === 0 && $this->steps[$i] === $this->out) {
                $front[] = $i;
            }
        }
        $known = count($front);
        [$pixels, $reached] = self::grow($front, $this->steps, $sides, $width, $this->out + 1, 0, $out, $lefts, $rights);

        return new self([...$this->pixels, ...array_slice($pixels, $known)], $reached, $out);
    }

    /**
     * @param  list<int>  $pixels  of which all are the front, before the first step
     * @param  array<int, int>  $reached  see steps
     * @param  array<int, int>  $inside
     * @param  array<int, int>  $lefts  of each row, the first pixel from which steps are taken
     * @param  array<int, int>  $rights  the last one
     * @return array{list<int>, array<int, int>} both of them, grown
     */
    private static function grow(array $pixels, array $reached, array $inside, int $width, int $first, int $in, int $out, array $lefts, array $rights): array
    {
        $all = count($inside);
        $aslant = [-$width - 1, -$width + 1, $width - 1, $width + 1];
        $begin = 0;
        for ($steps = $first; $steps <= $in || $steps <= $out; $steps++) {
            $end = count($pixels);
            for ($n = $begin; $n < $end; $n++) {
                $i = $pixels[$n];
                $here = $inside[$i];
                if ($steps > ($here === 1 ? $in : $out)) {
                    continue;
                }
                $x = $i % $width;
                $row = intdiv($i, $width);
                if ($x < $lefts[$row] || $x > $rights[$row]) {
                    continue;
                }
                $left = $x > 0;
                $right = $x + 1 < $width;
                if ($left && $reached[$i - 1] === 0 && $inside[$i - 1] === $here) {
                    $reached[$i - 1] = $steps;
                    $pixels[] = $i - 1;
                }
                if ($right && $reached[$i + 1] === 0 && $inside[$i + 1] === $here) {
                    $reached[$i + 1] = $steps;
                    $pixels[] = $i + 1;
                }
                $j = $i - $width;
                if ($j >= 0 && $reached[$j] === 0 && $inside[$j] === $here) {
                    $reached[$j] = $steps;
                    $pixels[] = $j;
                }
                $j = $i + $width;
                if ($j < $all && $reached[$j] === 0 && $inside[$j] === $here) {
                    $reached[$j] = $steps;
                    $pixels[] = $j;
                }
                // Steps go straight and aslant in turn, so that rings are nearly round.
                if ($steps % 2 === 1) {
                    for ($k = 0; $k < 4; $k++) {
                        $j = $i + $aslant[$k];
                        if (($k % 2 === 0 ? $left : $right) && $j >= 0 && $j < $all && $reached[$j] === 0 && $inside[$j] === $here) {
                            $reached[$j] = $steps;
                            $pixels[] = $j;
                        }
                    }
                }
            }
            $begin = $end;
        }

        return [$pixels, $reached];
    }

    /** @return list<int> pixels that touch the outline, on the sides that are asked for */
    private static function beside(Inside $inside, int $in, int $out): array
    {
        // Where a pixel is unlike the one to its right, or below, as strings: looking at each one would take four times as long.
        [$width, $sides] = [$inside->width, $inside->text];
        $all = strlen($sides);
        $right = $sides ^ substr($sides, 1)."\0";
        $down = substr($sides, 0, $all - $width) ^ substr($sides, $width);
        $either = $right | $down.str_repeat("\0", $width);
        $beside = [];
        for ($i = strspn($either, "\0"); $i < $all; $i += 1 + strspn($either, "\0", $i + 1)) {
            if ($right[$i] === "\1" && ($i + 1) % $width !== 0) {
                $beside[$i] = $beside[$i + 1] = true;
            }
            if ($i + $width < $all && $down[$i] === "\1") {
                $beside[$i] = $beside[$i + $width] = true;
            }
        }
        $pixels = [];
        foreach ($beside as $i => $is) {
            if (($sides[$i] === '1' ? $in : $out) > 0) {
                $pixels[] = $i;
            }
        }

        return $pixels;
    }
}
