<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Make;

use Yarrowfog\Core\Chance;

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

    /** @var array<int, int> the value to the left of each pixel of a row, and */
    private array $columns;

    /** @var array<int, int> how far it is on the way to the next, 0–65536 */
    private array $parts;

    /**
     * @param  float  $size  px from one value of the lattice to the next
     * @param  array<int, int>|null  $where  a figure for each pixel, where noise is wanted for some only: for those from 1 up to
     * @param  int  $most  this one; the others are 0
     * @return array<int, int> 0–65535
     */
    public static function of(int $width, int $height, float $size, Chance $chance, ?array $where = null, int $most = 0): array
    {
        $isAll = $where === null;
        if ($size < 1.0) {
            return array_fill(0, $width * $height, 32768);
        }
        $coarse = new self($width, $size, $chance, 0);
        $fine = new self($width, $size / 2, $chance, 1);
        $hasFine = $size >= 2.0;
        $out = array_fill(0, $width * $height, 0);
        $i = 0;
        for ($y = 0; $y < $height; $y++) {
            $upper = $coarse->row($y);
            $columns = $coarse->columns;
            $parts = $coarse->parts;
            if (! $hasFine) {
                for ($x = 0; $x < $width; $x++) {
                    if ($isAll || ($where[$i] > 0 && $where[$i] <= $most)) {
                        $c = $columns[$x];
                        $left = $upper[$c];
                        $out[$i] = (2 * ($left + (($upper[$c + 1] - $left) * $parts[$x] >> 16)) + 32768) * 21845 >> 16;
                    }
                    $i++;
                }

                continue;
            }
            $lower = $fine->row($y);
            $fineColumns = $fine->columns;
            $fineParts = $fine->parts;
            for ($x = 0; $x < $width; $x++) {
                if ($isAll || ($where[$i] > 0 && $where[$i] <= $most)) {
                    $c = $columns[$x];
                    $d = $fineColumns[$x];
                    $left = $upper[$c];
                    $near = $lower[$d];
                    $out[$i] = (2 * ($left + (($upper[$c + 1] - $left) * $parts[$x] >> 16)) + $near + (($lower[$d + 1] - $near) * $fineParts[$x] >> 16)) * 21845 >> 16;
                }
                $i++;
            }
        }

        return $out;
    }

    private function __construct(int $width, private readonly float $size, private readonly Chance $chance, private readonly int $stream)
    {
        $this->across = (int) ceil($width / $size) + 2;
        $values = $columns = $parts = [];
        for ($i = 0; $i < self::VALUES; $i++) {
            $values[] = (int) (65535 * $chance->unit($stream, $i));
        }
        for ($x = 0; $x < $width; $x++) {
            $u = ($x + 0.5) / $size;
            $columns[] = (int) $u;
            $t = $u - (int) $u;
            $parts[] = (int) (65536 * $t * $t * (3.0 - 2.0 * $t));
        }
        $this->values = $values;
        $this->columns = $columns;
        $this->parts = $parts;
    }

    /**
     * The values of the lattice along a row of pixels.
     *
     * @return array<int, int>
     */
    private function row(int $y): array
    {
        $v = ($y + 0.5) / $this->size;
        $row = (int) $v;
        $t = $v - $row;
        $part = (int) (65536 * $t * $t * (3.0 - 2.0 * $t));
        $upper = (int) (self::VALUES * $this->chance->unit($this->stream + 2, $row));
        $lower = (int) (self::VALUES * $this->chance->unit($this->stream + 2, $row + 1));
        $values = $this->values;
        $mixed = [];
        for ($i = 0; $i < $this->across; $i++) {
            $high = $values[$upper + $i & 4095];
            $mixed[] = $high + (($values[$lower + $i & 4095] - $high) * $part >> 16);
        }

        return $mixed;
    }
}
