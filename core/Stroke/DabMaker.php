<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke;

use Yarrowfog\Core\Chance;

/**
 * Samples in, dabs out: Hand → Step → Form → Ink.
 *
 * It can be fed in pieces of any length: the dabs are the same as those of the trace fed in one go.
 */
final class DabMaker
{
    public readonly PathBuilder $path;

    public readonly Placer $placer;

    private readonly Former $former;

    private readonly Inker $inker;

    /**
     * @param  float|null  $total  px of the whole path where it is known, for the taper out
     * @param  Similarity  $moved  where the stroke lies, from where it was drawn
     */
    public function __construct(BrushSettings $brush, bool $realPressure, int $roll, ?float $total = null, private readonly Similarity $moved = new Similarity)
    {
        $chance = new Chance($roll);
        $this->path = new PathBuilder($brush, $realPressure);
        $this->placer = new Placer($brush, $chance, Taper::of($brush, $total));
        $this->former = new Former($brush, $chance);
        $this->inker = new Inker($brush, $chance);
    }

    /**
     * Every dab of a finished trace.
     *
     * @return list<Dab>
     */
    public static function all(BrushSettings $brush, Trace $trace, int $roll): array
    {
        $total = $brush->tapers() ? PathBuilder::lengthOf($trace, $brush) : null;
        $maker = new self($brush, $trace->realPressure, $roll, $total);

        return [...$maker->feed($trace->samples), ...$maker->finish()];
    }

    /** Whether every dab of a stroke with this brush has the same colour. */
    public static function hasOneColour(BrushSettings $brush): bool
    {
        return (new Inker($brush, new Chance(0)))->oneColour;
    }

    /**
     * @param  list<Sample>  $samples
     * @return list<Dab> the dabs that are now certain
     */
    public function feed(array $samples): array
    {
        $out = [];
        foreach ($samples as $sample) {
            foreach ($this->path->feed($sample) as $point) {
                foreach ($this->placer->feed($point) as $place) {
                    $out[] = $this->dab($place);
                }
            }
        }

        return $out;
    }

    /**
     * Only the path, for what is not laid in dabs.
     *
     * @param  list<Sample>  $samples
     * @return list<PathPoint> that are now certain
     */
    public function points(array $samples): array
    {
        $out = [];
        foreach ($samples as $sample) {
            array_push($out, ...$this->path->feed($sample));
        }

        return $out;
    }

    /** @return list<PathPoint> that the lifted pen makes certain */
    public function lastPoints(): array
    {
        return $this->path->finish();
    }

    /**
     * @return list<Dab> the dabs that the lifted pen makes certain
     */
    public function finish(): array
    {
        $out = [];
        foreach ($this->path->finish() as $point) {
            foreach ($this->placer->feed($point) as $place) {
                $out[] = $this->dab($place);
            }
        }

        return $out;
    }

    public function dab(Place $place): Dab
    {
        return $this->moved->dab($this->inker->dab($place, $this->former->shape($place)));
    }
}
