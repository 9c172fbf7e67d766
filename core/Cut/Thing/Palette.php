<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Thing;

/** The colours of a picture: those within a 64th of OKLab are one. */
final readonly class Palette
{
    /**
     * @param  array<int, int>  $colours  of each pixel
     * @param  array<int, float>  $counts  px of each colour
     * @param  array<int, float>  $l  mean lightness of each colour, in 1,024ths
     * @param  array<int, float>  $a
     * @param  array<int, float>  $b
     */
    private function __construct(public array $colours, public array $counts, public array $l, public array $a, public array $b)
    {
    }

    public static function of(LabPicture $in): self
    {
        $known = [];
        $colours = $n = $l = $a = $b = [];
        foreach ($in->l as $i => $light) {
            $red = $in->a[$i];
            $yellow = $in->b[$i];
            $key = ($light >> 4) << 16 | ($red + 512 >> 4) << 8 | $yellow + 512 >> 4;
            if (! isset($known[$key])) {
                $known[$key] = count($n);
                $n[] = 0.0;
                $l[] = $a[] = $b[] = 0.0;
            }
            $c = $known[$key];
            $colours[] = $c;
            $n[$c]++;
            $l[$c] += $light;
            $a[$c] += $red;
            $b[$c] += $yellow;
        }
        foreach ($n as $c => $count) {
            $l[$c] /= $count;
            $a[$c] /= $count;
            $b[$c] /= $count;
        }

        return new self($colours, $n, $l, $a, $b);
    }

    /** @return array<int, float> none of each colour */
    public function none(): array
    {
        return array_fill(0, count($this->l), 0.0);
    }

    /**
     * @param  array<int, float>  $some  px of each colour
     * @return array<int, float> px of each colour that are none of them
     */
    public function others(array $some): array
    {
        return array_map(fn (float $all, float $of): float => $all - $of, $this->counts, $some);
    }
}
