<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke;

use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\JsonReader;

/** A recorded movement of the pen, from press to lift. */
final readonly class Trace
{
    /** Half an hour of a fast tablet; more is refused. */
    public const MOST_SAMPLES = 500000;

    /**
     * @param  non-empty-list<Sample>  $samples
     * @param  bool  $realPressure  false for a mouse: the brush's assumed pressure is used
     */
    public function __construct(public array $samples, public bool $realPressure = true)
    {
    }

    /**
     * @param  mixed  $json  decoded: {"realPressure": true, "samples": [[t, x, y, pressure, tiltX, tiltY, twist], …]}
     *
     * @throws InvalidInput naming what is wrong
     */
    public static function read(mixed $json): self
    {
        $trace = JsonReader::of($json)->keys(['realPressure', 'samples']);
        $samples = self::readSamples($trace);
        if ($samples === []) {
            throw new InvalidInput('samples', '“samples” is empty: a trace needs at least one place.');
        }

        return new self($samples, $trace->flag('realPressure', true));
    }

    /**
     * @return list<Sample>
     *
     * @throws InvalidInput
     */
    public static function readSamples(JsonReader $from): array
    {
        if (! $from->has('samples')) {
            throw new InvalidInput('samples', '“samples” is missing.');
        }
        $samples = [];
        $last = -INF;
        foreach ($from->each('samples', self::MOST_SAMPLES) as $i => $entry) {
            $sample = Sample::read($entry);
            if ($sample->t < $last) {
                throw new InvalidInput("samples.{$i}.0", "“samples.{$i}.0” goes back in time.");
            }
            $last = $sample->t;
            $samples[] = $sample;
        }

        return $samples;
    }

    /** @return array{realPressure: bool, samples: list<array{float, float, float, float, float, float, float}>} */
    public function toArray(): array
    {
        return ['realPressure' => $this->realPressure, 'samples' => array_map(fn (Sample $s): array => $s->toArray(), $this->samples)];
    }
}
