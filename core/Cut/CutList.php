<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut;

use Yarrowfog\Core\Cut\Steps\Straighten;
use Yarrowfog\Core\Form\FieldValues;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\JsonReader;
use Yarrowfog\Core\JsonValue;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Tip\TipKind;

/** The ordered steps from a source to a tip, and what the tip is to be. */
final readonly class CutList implements JsonValue
{
    /** More steps than any picture needs; a longer list is a mistake. */
    public const MOST_STEPS = 64;

    /**
     * @param  list<ListedStep>  $steps
     */
    public function __construct(public TipKind $kind, public array $steps)
    {
    }

    /**
     * @param  mixed  $json  decoded: {"kind": …, "steps": [{"step": …, "on": …, "numbers": {…}}, …]}
     *
     * @throws InvalidInput naming what is wrong
     */
    public static function read(mixed $json): self
    {
        $list = JsonReader::of($json)->keys(['kind', 'steps']);
        $kind = TipKind::from($list->choice('kind', TipKind::names(), TipKind::InkMask->value));
        $steps = [];
        foreach ($list->each('steps', self::MOST_STEPS) as $entry) {
            $entry->keys(['step', 'on', 'numbers']);
            $class = StepCatalogue::find($entry->text('step'), $entry->name('step'));
            $steps[] = new ListedStep(
                $class,
                FieldValues::read($class::description()->params, $entry->object('numbers')),
                $entry->flag('on', true),
            );
        }

        return new self($kind, $steps);
    }

    /** @param  float  $factor  size of `$source` against the full picture */
    public function replay(Bitmap $source, float $factor = 1.0): Bitmap
    {
        return Replay::of($this, $source, $factor)->picture;
    }

    /** Where a step that changes tone or clears belongs: before those at the end that fit the picture to its ink. */
    public function placeBeforeFrame(): int
    {
        $at = count($this->steps);
        while ($at > 0 && $this->steps[$at - 1]->description()->closes) {
            $at--;
        }

        return $at;
    }

    /** Where what works on all of a photo belongs: behind what shows it from another side. */
    public function placeBehindStraightening(): int
    {
        $last = array_key_last(array_filter($this->steps, fn (ListedStep $s): bool => $s->on && $s->step === Straighten::class));

        return $last === null ? 0 : $last + 1;
    }

    /** The same list for a picture `$factor` times as large: what is measured in px follows, as far as a step allows it. */
    public function scale(float $factor): self
    {
        return self::read(['kind' => $this->kind->value, 'steps' => array_map(fn (ListedStep $s): array => (new ListedStep($s->step, $s->numbers->scale($factor)->within(), $s->on))->toArray(), $this->steps)]);
    }

    /** @return array{kind: string, steps: list<array{step: string, on: bool, numbers: array<string, mixed>}>} */
    public function toArray(): array
    {
        return ['kind' => $this->kind->value, 'steps' => array_map(fn (ListedStep $s): array => $s->toArray(), $this->steps)];
    }
}
