<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke;

use Closure;
use Yarrowfog\Core\Curve;

/**
 * What one setting of a brush is: the interface, the validation, the schema and the
 * docs all read it.
 */
final readonly class Setting
{
    /**
     * @param  list<string>  $choices  empty for a number; the first one is the default
     * @param  float  $spreadMost  greatest spread, in the unit of the spread
     * @param  (Closure(BrushSettings, Trace): ?string)|null  $idle  why the setting changes nothing now; null when it does
     */
    private function __construct(
        public string $id,
        public Station $station,
        public string $label,
        public string $sentence,
        public string $unit,
        public float $least,
        public float $most,
        public float $default,
        public bool $drivable,
        public SpreadKind $spread,
        public float $spreadMost,
        public array $choices,
        private ?Closure $idle,
        private bool $curve = false,
    ) {
    }

    /** A setting that is a curve from 0–1 to 0–1; straight by default. */
    public static function curve(string $id, Station $station, string $label, string $sentence): self
    {
        return new self($id, $station, $label, $sentence, '', 0, 1, 0, false, SpreadKind::None, 0, [], null, true);
    }

    /**
     * @param  (Closure(BrushSettings, Trace): ?string)|null  $idle
     */
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
        ?Closure $idle = null,
    ): self {
        return new self($id, $station, $label, $sentence, $unit, $least, $most, $default, $drivable, $spread, $spread === SpreadKind::None ? 0.0 : $spreadMost, [], $idle);
    }

    /**
     * @param  non-empty-list<string>  $choices
     * @param  (Closure(BrushSettings, Trace): ?string)|null  $idle
     */
    public static function choice(string $id, Station $station, string $label, string $sentence, array $choices, ?Closure $idle = null): self
    {
        return new self($id, $station, $label, $sentence, '', 0, 0, 0, false, SpreadKind::None, 0, $choices, $idle);
    }

    public function isChoice(): bool
    {
        return $this->choices !== [];
    }

    public function isCurve(): bool
    {
        return $this->curve;
    }

    /** Drives of an angle turn it; drives of anything else multiply it. */
    public function drivesAreOffsets(): bool
    {
        return $this->unit === '°';
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

    public function idleReason(BrushSettings $brush, Trace $trace): ?string
    {
        return $this->idle === null ? null : ($this->idle)($brush, $trace);
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        $common = ['id' => $this->id, 'station' => $this->station->value, 'label' => $this->label, 'sentence' => $this->sentence];
        if ($this->isChoice()) {
            return [...$common, 'choices' => $this->choices, 'default' => $this->choices[0]];
        }

        if ($this->curve) {
            return [...$common, 'curve' => true, 'default' => Curve::straight()->toArray()];
        }

        return [
            ...$common,
            'unit' => $this->unit,
            'least' => $this->least,
            'most' => $this->most,
            'default' => $this->default,
            'drivable' => $this->drivable,
            'offsets' => $this->drivesAreOffsets(),
            'spread' => $this->spread->value,
            'spreadSentence' => $this->spreadSentence(),
            'spreadMost' => $this->spreadMost,
        ];
    }
}
