<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke;

use BackedEnum;
use LogicException;
use Yarrowfog\Core\Curve;
use Yarrowfog\Core\Form\ChoiceField;
use Yarrowfog\Core\Form\CurveField;
use Yarrowfog\Core\Form\Field;
use Yarrowfog\Core\Form\NumberField;

/**
 * What one setting of a brush is: the interface, the validation, the schema and the
 * docs all read it.
 */
final readonly class Setting
{
    public string $label;

    /**
     * @param  Field  $field  what its base may be
     * @param  float  $spreadMost  greatest spread, in the unit of the spread
     */
    private function __construct(
        public string $id,
        public Station $station,
        public string $sentence,
        public Field $field,
        public bool $drivable,
        public SpreadKind $spread,
        public float $spreadMost,
    ) {
        $this->label = $field->label;
    }

    /** A setting that is a curve from 0–1 to 0–1; straight by default. */
    public static function curve(string $id, Station $station, string $label, string $sentence): self
    {
        return new self($id, $station, $sentence, Field::curve('base', $label), false, SpreadKind::None, 0);
    }

    public static function number(
        string $id,
        Station $station,
        string $label,
        string $sentence,
        string $unit,
        float $least,
        float $most,
        float $default,
        bool $drivable = false,
        SpreadKind $spread = SpreadKind::None,
        float $spreadMost = 1.0,
    ): self {
        return new self($id, $station, $sentence, Field::number('base', $label, $unit, $least, $most, $default), $drivable, $spread, $spread === SpreadKind::None ? 0.0 : $spreadMost);
    }

    /** @param  class-string<BackedEnum>  $choices  the first case is the default */
    public static function choice(string $id, Station $station, string $label, string $sentence, string $choices): self
    {
        return new self($id, $station, $sentence, Field::choice('base', $label, $choices), false, SpreadKind::None, 0);
    }

    public function isCurve(): bool
    {
        return $this->field instanceof CurveField;
    }

    /**
     * What a setting that is a number may be.
     *
     * @throws LogicException when it is none
     */
    public function numberField(): NumberField
    {
        return $this->field instanceof NumberField ? $this->field : throw new LogicException("“{$this->id}” is no number.");
    }

    /** Whether its base is measured in a unit; one that is no number has none. */
    public function isIn(string $unit): bool
    {
        return $this->field instanceof NumberField && $this->field->unit === $unit;
    }

    /** Drives of an angle turn it; drives of anything else multiply it. */
    public function drivesAreOffsets(): bool
    {
        return $this->isIn('°');
    }

    /** What chance does to it, in one sentence of its own; empty where there is none. */
    public function spreadSentence(): string
    {
        $name = lcfirst($this->label);

        return match ($this->spread) {
            SpreadKind::None => '',
            SpreadKind::Below => "How far below its {$name} chance takes each dab: at 40 %, some have all of it and some six tenths.",
            SpreadKind::AroundPart => "How much more or less {$name} chance gives from dab to dab, as a part of it.",
            SpreadKind::AroundUnits => "How far chance moves the {$name} of each dab to either side.",
        };
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        $common = ['id' => $this->id, 'station' => $this->station->value, 'label' => $this->label, 'sentence' => $this->sentence];
        if ($this->field instanceof ChoiceField) {
            return [...$common, 'choices' => $this->field->choices, 'default' => $this->field->choices[0]];
        }
        if ($this->field instanceof CurveField) {
            return [...$common, 'curve' => true, 'default' => Curve::straight()->toArray()];
        }
        $field = $this->numberField();

        return [
            ...$common,
            'unit' => $field->unit,
            'least' => $field->least,
            'most' => $field->most,
            'default' => $field->default,
            'drivable' => $this->drivable,
            'offsets' => $this->drivesAreOffsets(),
            'spread' => $this->spread->value,
            'spreadSentence' => $this->spreadSentence(),
            'spreadMost' => $this->spreadMost,
        ];
    }
}
