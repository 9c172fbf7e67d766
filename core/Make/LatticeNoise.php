<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Make;

use Closure;
use Yarrowfog\Core\Chance;

use function is_int;

/**
 * Smooth noise: random values on a lattice, joined by cubics; a finer layer at half the
 * strength on top (value noise, as in Ebert et al., "Texturing and Modeling", 2002). The
 * lattice is counted from the top left of the picture, so a small picture gets the same noise
 * made small; what would be finer than its pixels is the mean there.
 */
final readonly class LatticeNoise
{
    /** Values of the lattice, used again from another place in every row. */
    private const VALUES = 4096;

    private int $across;

    /** @var array<int, int> */
    private array $values;

    /** @var array<int, int> how far each pixel of a row is on the way from the value to its left to the next, 0–65536 */
    private array $parts;

    /** @var list<int> for each value: one past the last pixel that has it to its left */
    private array $ends;

    /**
     * @param  float  $size  px from one value of the lattice to the next
     * @return array<int, int> 0–65535
     */
    public static function of(int $width, int $height, float $size, Chance $chance): array
    {
        return array_merge(...array_map(self::rows($width, $size, $chance), range(0, $height - 1)));
    }

    /**
     * The same, row by row.
     *
     * @param  array<int, int>|null  $where  a figure for each pixel of the picture, where noise is wanted for some only: for those from 1 up to
     * @param  int  $most  this one; the others are 0
     * @return Closure(int): array<int, int>
     */
    public static function rows(int $width, float $size, Chance $chance, ?array $where = null, int $most = 0): Closure
    {
        if ($size < 1.0) {
            return fn (): array => array_fill(0, $width, 32768);
        }
        $coarse = new self($width, $size, $chance, 0);
        if ($size < 2.0) {
            return fn (int $y): array => $coarse->alone($y, $width);
        }
        $fine = new self($width, $size / 2, $chance, 1);

        return fn (int $y): array => $where === null ? self::together($coarse, $fine, $y, $width) : self::togetherWhere($coarse, $fine, $y, $width, $where, $most);
    }

    /** @return array<int, int> */
    private function alone(int $y, int $width): array
    {
        $values = $this->row($y);
        $parts = $this->parts;
        $out = array_fill(0, $width, 0);
        $x = 0;
        foreach ($this->ends as $c => $end) {
            $left = $values[$c];
            $rise = $values[$c + 1] - $left;
            for (; $x < $end; $x++) {
                $out[$x] = (2 * ($left + ($rise * $parts[$x] >> 16)) + 32768) * 21845 >> 16;
            }
        }

        return $out;
    }

    /** @return array<int, int> */
    private static function together(self $coarse, self $fine, int $y, int $width): array
    {
        $upper = $coarse->row($y);
        $lower = $fine->row($y);
        $parts = $coarse->parts;
        $fineParts = $fine->parts;
        $out = array_fill(0, $width, 0);
        $x = 0;
        foreach ($fine->ends as $d => $end) {
            // Two values of the fine lattice stand to one of the coarse.
            $c = $d >> 1;
            $left = $upper[$c];
            $rise = $upper[$c + 1] - $left;
            $near = $lower[$d];
            $climb = $lower[$d + 1] - $near;
            for (; $x < $end; $x++) {
                $out[$x] = (2 * ($left + ($rise * $parts[$x] >> 16)) + $near + ($climb * $fineParts[$x] >> 16)) * 21845 >> 16;
            }
        }

        return $out;
    }

    /**
     * The same in some places only: apart from the above, which would pay for asking at every pixel.
     * Places are few, so the lattice is mixed down to this row for each of them alone.
     *
     * @param  array<int, int>  $where
     * @return array<int, int>
     */
    private static function togetherWhere(self $coarse, self $fine, int $y, int $width, array $where, int $most): array
    {
        [$upper, $lower, $part] = $coarse->around($y);
        [$fineUpper, $fineLower, $finePart] = $fine->around($y);
        $values = $coarse->values;
        $fineValues = $fine->values;
        $parts = $coarse->parts;
        $fineParts = $fine->parts;
        $out = array_fill(0, $width, 0);
        $x = 0;
        $i = $y * $width;
        foreach ($fine->ends as $d => $end) {
            for (; $x < $end; $x++) {
                $figure = $where[$i];
                if (! is_int($figure)) {
                    return $out;
                }
                if ($figure > 0 && $figure <= $most) {
                    $c = $d >> 1;
                    $left = $values[$upper + $c & 4095];
                    $left += ($values[$lower + $c & 4095] - $left) * $part >> 16;
                    $right = $values[$upper + $c + 1 & 4095];
                    $right += ($values[$lower + $c + 1 & 4095] - $right) * $part >> 16;
                    $near = $fineValues[$fineUpper + $d & 4095];
                    $near += ($fineValues[$fineLower + $d & 4095] - $near) * $finePart >> 16;
                    $far = $fineValues[$fineUpper + $d + 1 & 4095];
                    $far += ($fineValues[$fineLower + $d + 1 & 4095] - $far) * $finePart >> 16;
                    $out[$x] = (2 * ($left + (($right - $left) * $parts[$x] >> 16)) + $near + (($far - $near) * $fineParts[$x] >> 16)) * 21845 >> 16;
                }
                $i++;
            }
        }

        return $out;
    }

    private function __construct(int $width, private readonly float $size, private readonly Chance $chance, private readonly int $stream)
    {
        $this->across = (int) ceil($width / $size) + 2;
        $values = $parts = $ends = [];
        for ($i = 0; $i < self::VALUES; $i++) {
            $values[] = (int) (65535 * $chance->unit($stream, $i));
        }
        for ($x = 0; $x < $width; $x++) {
            $u = ($x + 0.5) / $size;
            $ends[(int) $u] = $x + 1;
            $t = $u - (int) $u;
            $parts[] = (int) (65536 * $t * $t * (3.0 - 2.0 * $t));
        }
        $this->values = $values;
        $this->parts = $parts;
        $this->ends = array_values($ends);
    }

    /**
     * The rows of the lattice around a row of pixels: where they begin in the values, and how far it is on the way from the one to the other.
     *
     * @return array{int, int, int} above, below, and 0–65536
     */
    private function around(int $y): array
    {
        $v = ($y + 0.5) / $this->size;
        $row = (int) $v;
        $t = $v - $row;

        return [
            (int) (self::VALUES * $this->chance->unit($this->stream + 2, $row)),
            (int) (self::VALUES * $this->chance->unit($this->stream + 2, $row + 1)),
            (int) (65536 * $t * $t * (3.0 - 2.0 * $t)),
        ];
    }

    /**
     * The values of the lattice along a row of pixels.
     *
     * @return array<int, int>
     */
    private function row(int $y): array
    {
        [$upper, $lower, $part] = $this->around($y);
        $values = $this->values;
        $mixed = [];
        for ($i = 0; $i < $this->across; $i++) {
            $high = $values[$upper + $i & 4095];
            $mixed[] = $high + (($values[$lower + $i & 4095] - $high) * $part >> 16);
        }

        return $mixed;
    }
}
