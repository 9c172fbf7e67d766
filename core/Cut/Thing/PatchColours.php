<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Thing;

/** What colours each patch has, and which pixels have each of them: there are far fewer than pixels. */
final readonly class PatchColours
{
    /**
     * @param  array<int, int>  $first  of each patch, and one more: where its colours begin
     * @param  array<int, int>  $colours
     * @param  array<int, int>  $begins  of each of them, and one more: where its pixels begin
     * @param  array<int, int>  $pixels
     */
    private function __construct(public array $first, public array $colours, public array $begins, public array $pixels)
    {
    }

    public static function of(Superpixels $patches, Palette $palette): self
    {
        $found = array_fill(0, $patches->count, []);
        foreach ($patches->patches as $i => $k) {
            $colour = $palette->colours[$i];
            $found[$k][$colour] = ($found[$k][$colour] ?? 0) + 1;
        }
        $first = $colours = $begins = [];
        $at = 0;
        foreach ($found as $k => $each) {
            $first[] = count($colours);
            foreach ($each as $colour => $count) {
                $colours[] = $colour;
                $begins[] = $found[$k][$colour] = $at;
                $at += $count;
            }
        }
        $first[] = count($colours);
        $begins[] = $at;
        $pixels = array_fill(0, $at, 0);
        foreach ($patches->patches as $i => $k) {
            $pixels[$found[$k][$palette->colours[$i]]++] = $i;
        }

        return new self($first, $colours, $begins, $pixels);
    }

    /**
     * @param  list<int>  $patches
     * @return list<int> their pixels
     */
    public function pixelsOf(array $patches): array
    {
        $pixels = [];
        foreach ($patches as $k) {
            for ($n = $this->begins[$this->first[$k]], $end = $this->begins[$this->first[$k + 1]]; $n < $end; $n++) {
                $pixels[] = $this->pixels[$n];
            }
        }

        return $pixels;
    }

    /**
     * @param  list<int>  $patches
     * @param  array<int, float>  $count  of each colour, to which those of the patches are added
     * @return array<int, float>
     */
    public function count(array $patches, array $count): array
    {
        foreach ($patches as $k) {
            for ($i = $this->first[$k], $end = $this->first[$k + 1]; $i < $end; $i++) {
                $count[$this->colours[$i]] += $this->begins[$i + 1] - $this->begins[$i];
            }
        }

        return $count;
    }

    /**
     * @param  array<int, float>  $values  of each colour
     * @return array<int, float> summed over the pixels of each patch
     */
    public function sums(array $values): array
    {
        [$first, $colours, $begins] = [$this->first, $this->colours, $this->begins];
        $sums = [];
        $begin = 0;
        for ($k = 0, $count = count($first) - 1; $k < $count; $k++) {
            $sum = 0.0;
            for ($i = $first[$k], $last = $first[$k + 1]; $i < $last; $i++) {
                $end = $begins[$i + 1];
                $sum += $values[$colours[$i]] * ($end - $begin);
                $begin = $end;
            }
            $sums[] = $sum;
        }

        return $sums;
    }
}
