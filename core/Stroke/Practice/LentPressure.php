<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke\Practice;

use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Stroke\Sample;
use Yarrowfog\Core\Stroke\Trace;

/** The pressure of one movement along its length, lent to another one: a mouse paints as if a practised hand pressed. */
final readonly class LentPressure
{
    /** Pixels that a movement is laid into: its pressure goes by parts of its length, so that the size tells nothing. */
    private const SIZE = [1200, 300];

    /** @var non-empty-list<float> px from its beginning, at each sample */
    private array $way;

    /** @param  Trace  $lender  whose pressure is lent */
    public function __construct(private Trace $lender)
    {
        $this->way = self::along($lender);
    }

    /**
     * Of the first stroke of a movement of the practice pen.
     *
     * @throws InvalidInput when there is none of that name
     */
    public static function of(string $movement): self
    {
        return new self(PracticePen::named($movement, ...self::SIZE)[0]);
    }

    /** @return list<string> movements whose pressure is worth lending: they press, and more than once */
    public static function movements(): array
    {
        return ['slow swell', 'quick flicks', 'handwriting', 'loops', 'spiral', 'pressure steps', 'resting pen'];
    }

    /**
     * How hard it presses at a part of its length.
     *
     * @param  float  $part  0 at its beginning, 1 at its end
     */
    public function at(float $part): float
    {
        $samples = $this->lender->samples;
        $last = count($samples) - 1;
        $place = $part * $this->way[$last];
        if ($last === 0) {
            return $samples[0]->pressure;
        }
        // The first sample that lies no nearer to the beginning, found by halving.
        for ([$i, $most] = [1, $last]; $i < $most;) {
            $middle = intdiv($i + $most, 2);
            [$i, $most] = $this->way[$middle] < $place ? [$middle + 1, $most] : [$i, $middle];
        }
        $span = $this->way[$i] - $this->way[$i - 1];
        $into = $span > 0 ? min(1.0, max(0.0, ($place - $this->way[$i - 1]) / $span)) : 1.0;

        return $samples[$i - 1]->pressure + ($samples[$i]->pressure - $samples[$i - 1]->pressure) * $into;
    }

    /** The same movement, pressed as the lender presses at the same part of its own length; a press that goes nowhere as in its middle. */
    public function lend(Trace $to): Trace
    {
        $way = self::along($to);
        $whole = $way[count($way) - 1];
        $samples = [];
        foreach ($to->samples as $i => $s) {
            $samples[] = new Sample($s->t, $s->x, $s->y, $this->at($whole > 0 ? $way[$i] / $whole : 0.5), $s->tiltX, $s->tiltY, $s->twist);
        }

        return new Trace($samples, true);
    }

    /** @return non-empty-list<float> */
    private static function along(Trace $trace): array
    {
        $way = [0.0];
        foreach ($trace->samples as $i => $s) {
            if ($i > 0) {
                $before = $trace->samples[$i - 1];
                $way[] = $way[$i - 1] + hypot($s->x - $before->x, $s->y - $before->y);
            }
        }

        return $way;
    }
}
