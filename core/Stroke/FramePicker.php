<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke;

use Yarrowfog\Core\Chance;
use Yarrowfog\Core\Stroke\Settings\FormSettings;

/** Form: which picture of the tip each dab prints. */
final readonly class FramePicker
{
    private int $stream;

    private string $rule;

    private int $frames;

    private float $length;

    public function __construct(BrushSettings $brush, private Chance $chance)
    {
        $this->stream = Chance::stream('frameRule');
        $this->rule = $brush->choice('frameRule');
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
            FormSettings::SHUFFLED => $this->shuffledFrame($place->index),
            FormSettings::BY_PRESSURE => min($n - 1, (int) ($place->on->pressure * $n)),
            FormSettings::BY_HEADING => (int) round($place->on->heading / 360.0 * $n) % $n,
            FormSettings::BY_TRAVEL => (int) ($place->on->s / $this->length * $n) % $n,
            FormSettings::PER_STROKE => (int) ($this->chance->unit($this->stream, 0) * $n),
            default => $place->index % $n,
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
