<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Format\InkMl;

/** One figure of every point of a trace, as a trace format describes it. */
final class Channel
{
    private const PX_PER_INCH = 96.0;

    /** Inches of the lengths that InkML knows. */
    private const INCHES = ['m' => 1 / 0.0254, 'cm' => 1 / 2.54, 'mm' => 1 / 25.4, 'in' => 1.0, 'pt' => 1 / 72, 'pc' => 1 / 6];

    /**
     * @param  string  $name  X, Y, T, F, OTx, OTy, OA, OE, OR, or one that is not used here
     * @param  bool  $intermittent  may be left out at the end of a point
     */
    public function __construct(
        public readonly string $name,
        public readonly string $units,
        public readonly ?float $min,
        public readonly ?float $max,
        public readonly bool $reversed,
        public readonly bool $intermittent,
        public ?float $perInch = null,
    ) {
    }

    /** How many of its units go to the inch, from a resolution property such as 1000 and “1/cm”. */
    public function resolve(float $value, string $units): void
    {
        $inch = self::INCHES[ltrim(str_replace('1/', '', $units))] ?? null;
        if ($inch !== null && $value > 0) {
            $this->perInch = $value / $inch;
        }
    }

    /** A place in px; what has no unit counts as px. */
    public function px(float $value): float
    {
        $inches = self::INCHES[$this->units] ?? ($this->perInch === null ? null : 1 / $this->perInch);

        return ($this->reversed ? -$value : $value) * ($inches === null ? 1.0 : $inches * self::PX_PER_INCH);
    }

    public function degrees(float $value): float
    {
        return $this->units === 'rad' ? rad2deg($value) : $value;
    }

    /** 0–1 between the ends that the channel names, or in per cent; null where it names neither. */
    public function part(float $value): ?float
    {
        if ($this->units === '%') {
            return max(0.0, min(1.0, $value / 100.0));
        }

        return $this->max === null || $this->max <= ($this->min ?? 0.0) ? null : max(0.0, min(1.0, ($value - ($this->min ?? 0.0)) / ($this->max - ($this->min ?? 0.0))));
    }
}
