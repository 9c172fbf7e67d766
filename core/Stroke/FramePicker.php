<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke;

use Yarrowfog\Core\Chance;
use Yarrowfog\Core\Stroke\Choice\FrameRule;

/** Form: which picture of the tip each dab prints. */
final readonly class FramePicker
{
    private int $stream;

    private FrameRule $rule;

    private int $frames;

    private float $length;

    public function __construct(BrushSettings $brush, private Chance $chance)
    {
        $this->stream = Chance::stream('frameRule');
        $this->rule = $brush->choices->frameRule;
        $this->frames = $brush->frames;
        $this->length = $brush->base('frameLength');
    }

    /** @return int from 0 */
    public function frame(Place $place): int
    {
        $n = $this->frames;
        if ($n < 2) {
            return 0;
        }

        return match ($this->rule) {
            FrameRule::Shuffled => $this->shuffledFrame($place->index),
            FrameRule::ByPressure => min($n - 1, (int) ($place->on->pressure * $n)),
            FrameRule::ByHeading => (int) round($place->on->heading / 360.0 * $n) % $n,
            FrameRule::ByTravel => (int) ($place->on->s / $this->length * $n) % $n,
            FrameRule::PerStroke => (int) ($this->chance->unit($this->stream, 0) * $n),
            FrameRule::InTurn => $place->index % $n,
        };
    }

    /** Rounds in which every frame comes once, each round in another order; none comes twice running. */
    private function shuffledFrame(int $index): int
    {
        $n = $this->frames;
        $round = intdiv($index, $n);
        if ($n === 2) {
            // With two, only taking turns avoids a repeat; chance says which begins.
            return ($index + ($this->chance->unit($this->stream, 0) < 0.5 ? 0 : 1)) % 2;
        }
        $order = $this->order($round);
        if ($round > 0 && $order[0] === $this->order($round - 1)[$n - 1]) {
            [$order[0], $order[1]] = [$order[1], $order[0]];
        }

        return $order[$index % $n];
    }

    /**
     * Fisher and Yates, with the draws of this round.
     *
     * @return array<int, int>
     */
    private function order(int $round): array
    {
        $order = range(0, $this->frames - 1);
        for ($i = $this->frames - 1; $i > 0; $i--) {
            $j = (int) ($this->chance->unit($this->stream, $round, $i) * ($i + 1));
            [$order[$i], $order[$j]] = [$order[$j], $order[$i]];
        }

        return $order;
    }
}
