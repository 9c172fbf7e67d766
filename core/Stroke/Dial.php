<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke;

use Yarrowfog\Core\Chance;

/**
 * One setting of one brush, ready to be read while painting:
 * value = clamp(base · Π drive factors), then spread. An angle adds its drives instead.
 *
 * @phpstan-import-type NumberId from BrushSettings
 */
final readonly class Dial
{
    private int $stream;

    public bool $isSteady;

    private float $least;

    private float $most;

    public function __construct(private Setting $setting, private SettingValue $value, private Chance $chance)
    {
        $this->stream = Chance::stream($setting->id);
        $this->least = $setting->numberField()->least;
        $this->most = $setting->numberField()->most;
        $this->isSteady = $value->drives === [] && $value->spread === 0.0;
    }

    /** @param  NumberId  $id */
    public static function of(BrushSettings $brush, string $id, Chance $chance): self
    {
        return new self(SettingsTable::get($id), $brush->value($id), $chance);
    }

    /** The driven value, before chance spreads it. */
    public function driven(PathPoint $at, int $dab): float
    {
        $value = $this->value->number();
        if ($this->value->drives === []) {
            return $value;
        }
        if ($this->setting->drivesAreOffsets()) {
            foreach ($this->value->drives as $i => $drive) {
                $value += $drive->factor($at, $dab, $this->chance, $this->stream, $i + 1);
            }

            return $value;
        }
        foreach ($this->value->drives as $i => $drive) {
            $value *= $drive->factor($at, $dab, $this->chance, $this->stream, $i + 1);
        }

        return max($this->least, min($this->most, $value));
    }

    /** The value of a dab: driven, then spread by chance, never outside the setting's range. */
    public function at(PathPoint $at, int $dab): float
    {
        $value = $this->driven($at, $dab);
        if ($this->value->spread === 0.0) {
            return $value;
        }

        return match ($this->setting->spread) {
            SpreadKind::None => $value,
            SpreadKind::Below => max($this->least, $value * (1.0 - $this->value->spread * $this->chance->unit($this->stream, $dab))),
            SpreadKind::AroundPart => max($this->least, min($this->most, $value * (1.0 + $this->value->spread * $this->chance->signedUnit($this->stream, $dab)))),
            SpreadKind::AroundUnits => $this->setting->drivesAreOffsets()
                ? $value + $this->value->spread * $this->chance->signedUnit($this->stream, $dab)
                : max($this->least, min($this->most, $value + $this->value->spread * $this->chance->signedUnit($this->stream, $dab))),
        };
    }

    /** How far chance moves the next step: 1 without a spread, else 1 ± spread. */
    public function stepFactor(int $dab): float
    {
        return $this->value->spread === 0.0 ? 1.0 : max(0.02, 1.0 + $this->value->spread * $this->chance->signedUnit($this->stream, $dab));
    }
}
