<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Thing;

/** What colours each patch has, and how many px of each: far fewer than there are pixels. */
final readonly class PatchColours
{
    /**
     * @param  array<int, int>  $first  of each patch, and one more: where its colours begin
     * @param  array<int, int>  $colours
     * @param  array<int, int>  $counts  px of each
     */
    private function __construct(private array $first, private array $colours, private array $counts)
    {
    }

    public static function of(Superpixels $patches, Palette $palette): self
    {
        $found = array_fill(0, $patches->count, []);
        foreach ($patches->patches as $i => $k) {
            $colour = $palette->colours[$i];
            $found[$k][$colour] = ($found[$k][$colour] ?? 0) + 1;
        }
        $first = $colours = $counts = [];
        foreach ($found as $each) {
            $first[] = count($colours);
            foreach ($each as $colour => $count) {
                $colours[] = $colour;
                $counts[] = $count;
            }
        }
        $first[] = count($colours);

        return new self($first, $colours, $counts);
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
                $count[$this->colours[$i]] += $this->counts[$i];
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
        $sums = [];
        for ($k = 0, $count = count($this->first) - 1; $k < $count; $k++) {
            $sum = 0.0;
            for ($i = $this->first[$k], $end = $this->first[$k + 1]; $i < $end; $i++) {
                $sum += $values[$this->colours[$i]] * $this->counts[$i];
            }
            $sums[] = $sum;
        }

        return $sums;
    }
}
