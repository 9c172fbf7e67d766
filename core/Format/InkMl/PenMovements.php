<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Format\InkMl;

use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Stroke\Sample;
use Yarrowfog\Core\Stroke\Trace;

/**
 * What the traces of a file mean: places in px of 96 to the inch that begin at 0, times in ms, pressures, and how the pen was held.
 *
 * A trace as it was read, each point's figures in the order of the channels, and null where nothing was told:
 *
 * @phpstan-type ReadTrace array{channels: list<Channel>, rate: float|null, points: list<array<int, float|null>>, mapping: Mapping|null}
 */
final readonly class PenMovements
{
    /** ms between samples where a file tells no time: 120 Hz. */
    private const EVERY = 1000.0 / 120;

    /** @param  list<ReadTrace>  $traces */
    public function __construct(private array $traces)
    {
    }

    /** @return list<Trace> */
    public function strokes(): array
    {
        $firmest = $this->firmest();
        $strokes = [];
        foreach ($this->traces as $trace) {
            $at = [];
            foreach ($trace['channels'] as $i => $channel) {
                $at[$channel->name] = $i;
            }
            $samples = $this->samples($trace, $at, $firmest);
            if ($samples !== []) {
                $strokes[] = new Trace($samples, isset($at['F']));
            }
        }

        return $strokes;
    }

    /** The greatest force of the file, for channels that do not say their own. */
    private function firmest(): float
    {
        $most = 0.0;
        foreach ($this->traces as $trace) {
            foreach ($trace['channels'] as $i => $channel) {
                if ($channel->name === 'F') {
                    $most = max($most, ...array_map(fn (array $p): float => $p[$i] ?? 0.0, $trace['points']));
                }
            }
        }

        return $most;
    }

    /**
     * @param  ReadTrace  $trace
     * @param  array<string, int>  $at  place of each channel
     * @return list<Sample>
     */
    private function samples(array $trace, array $at, float $firmest): array
    {
        $channels = $trace['channels'];
        $toMs = $this->toMs($trace, $at);
        $every = $trace['rate'] === null ? self::EVERY : 1000.0 / $trace['rate'];
        $samples = [];
        $last = -INF;
        foreach ($trace['points'] as $n => $p) {
            $value = fn (string $name): ?float => isset($at[$name]) ? $p[$at[$name]] : null;
            $x = $value('X');
            $y = $value('Y');
            if ($x === null || $y === null) {
                continue;
            }
            if ($trace['mapping'] !== null) {
                [$x, $y] = $trace['mapping']->at($x, $y);
            }
            $t = $value('T');
            // A clock that steps back is held still.
            $last = max($last, $t === null ? $n * $every : $t * $toMs);
            $force = $value('F');
            [$tiltX, $tiltY] = self::tilts($channels, $at, $value);
            $turn = isset($at['OR']) ? $channels[$at['OR']]->degrees($value('OR') ?? 0.0) : 0.0;
            $samples[] = new Sample(
                $last,
                self::place($channels[$at['X']]->px($x)),
                self::place($channels[$at['Y']]->px($y)),
                $force === null ? 0.5 : $channels[$at['F']]->part($force) ?? max(0.0, min(1.0, $firmest > 1.0 ? $force / $firmest : $force)),
                max(-90.0, min(90.0, $tiltX)),
                max(-90.0, min(90.0, $tiltY)),
                fmod(fmod($turn, 360.0) + 360.0, 360.0),
            );
        }
        $first = $samples[0]->t ?? 0.0;

        return array_map(fn (Sample $s): Sample => new Sample($s->t - $first, $s->x, $s->y, $s->pressure, $s->tiltX, $s->tiltY, $s->twist), $samples);
    }

    /**
     * A time without a unit counts as ms, unless its steps are so short that it can only be seconds.
     *
     * @param  ReadTrace  $trace
     * @param  array<string, int>  $at
     */
    private function toMs(array $trace, array $at): float
    {
        if (! isset($at['T'])) {
            return 1.0;
        }
        $units = $trace['channels'][$at['T']]->units;
        if ($units !== '' && $units !== 'dev') {
            return match ($units) {
                's' => 1000.0,
                'us' => 0.001,
                default => 1.0,
            };
        }
        $times = array_filter(array_column($trace['points'], $at['T']), fn (?float $t): bool => $t !== null);
        $step = count($times) < 2 ? 1.0 : (max($times) - min($times)) / (count($times) - 1);

        return $step > 0 && $step < 0.5 ? 1000.0 : 1.0;
    }

    /**
     * Both tilts, from themselves or from azimuth and elevation (W3C Pointer Events Level 3,
     * "Converting between tiltX / tiltY and altitudeAngle / azimuthAngle").
     *
     * @param  list<Channel>  $channels
     * @param  array<string, int>  $at
     * @param  callable(string): ?float  $value
     * @return array{float, float} degrees
     */
    private static function tilts(array $channels, array $at, callable $value): array
    {
        $degrees = fn (string $name): ?float => $value($name) === null ? null : $channels[$at[$name]]->degrees($value($name));
        $elevation = $degrees('OE');
        if ($elevation !== null) {
            $azimuth = deg2rad($degrees('OA') ?? 0.0);
            $tangent = tan(deg2rad(90.0 - max(0.1, min(90.0, $elevation))));

            return [rad2deg(atan($tangent * cos($azimuth))), rad2deg(atan($tangent * sin($azimuth)))];
        }

        return [$degrees('OTx') ?? 0.0, $degrees('OTy') ?? 0.0];
    }

    private static function place(float $px): float
    {
        if (abs($px) > 1e5) {
            throw new InvalidInput('trace', sprintf('A place in this InkML lies %s px away. Places up to 100,000 px are read: check the units of its channels.', number_format(abs($px))));
        }

        return $px;
    }
}
