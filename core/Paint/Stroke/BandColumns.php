<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Stroke;

/**
 * Which columns of a band's picture lie at a length along the stroke.
 *
 * Lengths along the stroke are counted in heights of the picture. Its head and tail, where it keeps them, and the body between
 * are whole columns each; the body repeats, and its last column is followed by its first.
 */
final readonly class BandColumns
{
    private int $headColumns;

    private int $bodyColumns;

    private int $tailColumns;

    /** Picture heights of the body. */
    private float $body;

    /** How often the body repeats; null while nobody knows. */
    private ?int $repeats;

    /** What a length along the stroke is multiplied by, so that the body fits in a whole number of times. */
    private float $fit;

    /** Picture heights of the whole strip as it is fitted; null while nobody knows. */
    private ?float $fitted;

    /**
     * @param  int  $columns  px of the picture along the stroke
     * @param  float  $length  picture heights that it takes
     * @param  float  $head  picture heights of it that print once, at the beginning
     * @param  float  $tail  the same at the end
     * @param  float|null  $total  picture heights of the whole stroke; null while the pen is down
     * @param  bool  $once  whether the picture is stretched over the whole stroke
     */
    public function __construct(private int $columns, private float $length, private float $head, private float $tail, private ?float $total, private bool $once)
    {
        $this->headColumns = (int) round($head / $length * $columns);
        $this->tailColumns = (int) round($tail / $length * $columns);
        $this->bodyColumns = max(1, $columns - $this->headColumns - $this->tailColumns);
        $this->body = $length - $head - $tail;
        $repeats = $total === null || $once ? null : max(0, (int) round(($total - $head - $tail) / $this->body));
        $fitted = $repeats === null ? null : $head + $tail + $repeats * $this->body;
        // A stroke too short for even one body, of a picture without ends, takes the body stretched over it.
        $this->repeats = $fitted === 0.0 ? 1 : $repeats;
        $this->fitted = $fitted === 0.0 ? $this->body : $fitted;
        $this->fit = $this->fitted === null ? 1.0 : $this->fitted / max(1e-9, (float) $total);
    }

    /**
     * @param  float  $along  picture heights from the beginning of the stroke
     * @return array{int, int, float} two columns, and the part of the second one in their mixture
     */
    public function at(float $along): array
    {
        if ($this->once) {
            return $this->mix(min(1.0, $along / max(1e-9, $this->total ?? $this->length)) * $this->columns, 0, $this->columns - 1);
        }
        $along *= $this->fit;
        $last = $this->columns - $this->tailColumns - 1;
        if ($along < $this->head) {
            return $this->mix($along / $this->head * $this->headColumns, 0, $last);
        }
        if ($this->fitted !== null && $along >= $this->fitted - $this->tail) {
            $left = $this->tail > 0.0 ? max(0.0, $this->fitted - $along) / $this->tail * $this->tailColumns : 0.0;

            return $this->mix($this->columns - $left, 0, $this->columns - 1);
        }
        $round = (int) floor(($along - $this->head) / $this->body);
        [$before, $after, $part] = $this->mix($this->headColumns + ($along - $this->head - $round * $this->body) / $this->body * $this->bodyColumns, -1, $this->columns);
        if ($before < $this->headColumns) {
            $before = $round > 0 ? $last : max(0, $before);
        }
        if ($after > $last) {
            $after = $this->repeats !== null && $round + 1 >= $this->repeats ? min($this->columns - 1, $after) : $this->headColumns;
        }

        return [$before, $after, $part];
    }

    /**
     * The two columns whose middles lie about a place.
     *
     * @param  float  $x  columns from the left of the picture
     * @return array{int, int, float}
     */
    private function mix(float $x, int $least, int $most): array
    {
        $column = (int) floor($x - 0.5);

        return [max($least, min($most, $column)), max($least, min($most, $column + 1)), $x - 0.5 - $column];
    }
}
