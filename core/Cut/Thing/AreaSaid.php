<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Thing;

/** What the area that somebody drew around a thing says of a picture in patches: it stays, whatever is marked within it. */
final readonly class AreaSaid
{
    /**
     * @param  list<array{float, float}>  $area  see Marks
     * @param  array<int, int>  $pixels  what it says of each: NOT_THIS outside of it
     * @param  string  $text  the same, a digit for each
     * @param  array<int, int>  $outside  px of each patch outside of it
     * @param  array<int, float>  $ways  how far each patch is from what lies outside
     */
    private function __construct(public array $area, public array $pixels, public string $text, public array $outside, public array $ways)
    {
    }

    public static function of(PatchGraph $graph, Marks $marks): self
    {
        $notThis = (int) Marks::NOT_THIS;
        $pixels = $marks->around($graph->picture->width, $graph->picture->height);
        $outside = $beyond = array_fill(0, $graph->patches->count, 0);
        $patches = $graph->patches->patches;
        $there = $graph->picture->there;
        foreach ($pixels as $i => $what) {
            if ($what === $notThis) {
                $outside[$patches[$i]]++;
                $beyond[$patches[$i]] += $there[$i];
            }
        }
        // What is clear goes on into nothing.
        $from = array_filter($graph->patches->sizes, fn (int $size, int $k): bool => 2 * $beyond[$k] > $size, ARRAY_FILTER_USE_BOTH);

        return new self($marks->area, $pixels, implode('', $pixels), $outside, $graph->ways(array_keys($from)));
    }
}
