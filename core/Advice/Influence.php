<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Advice;

use Closure;
use Yarrowfog\Core\Form\NumberField;
use Yarrowfog\Core\Paint\Dab\BrushTextures;
use Yarrowfog\Core\Paint\Mip\MipChain;
use Yarrowfog\Core\Paint\Stroke\Swatch;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Drive;
use Yarrowfog\Core\Stroke\Practice\Movements;
use Yarrowfog\Core\Stroke\Setting;
use Yarrowfog\Core\Stroke\SettingsTable;
use Yarrowfog\Core\Stroke\SettingValue;
use Yarrowfog\Core\Stroke\Trace;

/**
 * How much each setting matters now: the mean change of the swatch's pixels between its
 * present value and its neutral one (its default, without spread and drives), over the
 * pixels printed in either; 1 when each of them changes as much as it can. Likewise for
 * its spread, against none, and for each of its drives, against the setting without it.
 *
 * It is measured on a swatch made small, the brush with it, on mid grey.
 */
final readonly class Influence
{
    public const WIDTH = 300;

    public const HEIGHT = 88;

    /** px; the brush is made this large at most. */
    private const LARGEST = 22.0;

    /** What the swatch lies on: both ink and its absence show. */
    private const PAPER = 0xB4B4B4FF;

    /**
     * @param  array<string, array{share: float, reason: string|null}>  $settings  by id: 0–1, and why nothing changes
     * @param  array<string, array{share: float, reason: string|null}>  $spreads  by id, of settings that have a spread
     * @param  array<string, array{share: float, reason: string|null}>  $drives  by setting and input: “size pressure”
     */
    private function __construct(public array $settings, public array $spreads, public array $drives)
    {
    }

    /** @param  non-empty-list<Trace>|null  $traces  within WIDTH × HEIGHT; a swell, flicks and taps unless given */
    public static function of(BrushTextures|MipChain $kit, BrushSettings $brush, int $roll, ?array $traces = null): self
    {
        return self::some($kit, $brush, $roll, $traces, SettingsTable::ids(), fn (): bool => true);
    }

    /**
     * Of some settings, one after another, for as long as there is time: at least one.
     *
     * @param  non-empty-list<Trace>|null  $traces
     * @param  list<string>  $ids
     * @param  Closure(): bool  $goesOn  asked between two settings
     */
    public static function some(BrushTextures|MipChain $kit, BrushSettings $brush, int $roll, ?array $traces, array $ids, Closure $goesOn): self
    {
        $kit = BrushTextures::of($kit);
        $traces ??= self::traces();
        $brush = Idle::inUse($kit, $brush);
        $factor = min(1.0, self::LARGEST / max(1.0, $brush->base('size')));
        $painted = fn (BrushSettings $b): Bitmap => Swatch::paint($kit, $b->scale($factor), $traces, $roll, self::WIDTH, self::HEIGHT, Bitmap::ofColour(self::WIDTH, self::HEIGHT, self::PAPER));
        $now = $painted($brush);
        $against = fn (BrushSettings $other): array => self::describe(self::change($now, $painted($other)));
        $idle = Idle::settings($brush, $traces);
        $still = Idle::drives($brush, $traces, $roll);
        $settings = $spreads = $drives = [];
        foreach ($ids as $id) {
            $setting = SettingsTable::get($id);
            if ($settings !== [] && ! $goesOn()) {
                break;
            }
            $value = $brush->value($id);
            $settings[$id] = match (true) {
                isset($idle[$id]) => ['share' => 0.0, 'reason' => $idle[$id]],
                $value == SettingValue::standard($setting) => ['share' => 0.0, 'reason' => self::atRest($setting)],
                default => $against($brush->neutral($id)),
            };
            if ($setting->spreadMost > 0) {
                $spreads[$id] = match (true) {
                    isset($idle[$id]) => ['share' => 0.0, 'reason' => $idle[$id]],
                    $value->spread === 0.0 => ['share' => 0.0, 'reason' => 'idle: chance is left out'],
                    // With nothing but a spread, that is all the setting does.
                    $setting->field instanceof NumberField && $value == new SettingValue($setting->field->default, $value->spread) => $settings[$id],
                    default => $against($brush->with($id, new SettingValue($value->base, 0.0, $value->drives))),
                };
            }
            foreach ($value->drives as $drive) {
                $key = PenReading::key($id, $drive);
                $reason = $idle[$id] ?? $still[$key] ?? null;
                $drives[$key] = $reason !== null
                    ? ['share' => 0.0, 'reason' => $reason]
                    : $against($brush->with($id, new SettingValue($value->base, $value->spread, array_values(array_filter($value->drives, fn (Drive $d): bool => $d !== $drive)))));
            }
        }

        return new self($settings, $spreads, $drives);
    }

    /** @return array{settings: array<string, array{share: float, reason: string|null}>, spreads: array<string, array{share: float, reason: string|null}>, drives: array<string, array{share: float, reason: string|null}>} */
    public function toArray(): array
    {
        return ['settings' => $this->settings, 'spreads' => $this->spreads, 'drives' => $this->drives];
    }

    /**
     * @return non-empty-list<Trace>
     */
    private static function traces(): array
    {
        return [
            Movements::swell(new Rect(14, 16, 190, 56)),
            ...array_slice(Movements::flicks(new Rect(216, 10, 70, 48)), 0, 2),
            ...array_slice(Movements::taps(new Rect(210, 74, 80, 4)), 1, 3),
        ];
    }

    /** @return array{share: float, reason: string|null} */
    private static function describe(float $share): array
    {
        return ['share' => $share, 'reason' => $share > 0.0 ? null : 'idle: nothing in the swatch changes by it'];
    }

    private static function atRest(Setting $setting): string
    {
        return ! $setting->field instanceof NumberField ? 'neutral: its first choice' : 'neutral: as every brush begins';
    }

    /** The mean over the pixels printed in either picture, of the largest change of a channel. */
    private static function change(Bitmap $a, Bitmap $b): float
    {
        $sum = 0;
        $printed = 0;
        foreach ($a->pixels as $i => $p) {
            $q = $b->pixels[$i];
            if ($p === self::PAPER && $q === self::PAPER) {
                continue;
            }
            $printed++;
            if ($p !== $q) {
                $sum += max(abs(($p >> 24) - ($q >> 24)), abs(($p >> 16 & 255) - ($q >> 16 & 255)), abs(($p >> 8 & 255) - ($q >> 8 & 255)), abs(($p & 255) - ($q & 255)));
            }
        }

        // The largest change there can be: from the paper to black, which is further than to white.
        return $printed === 0 ? 0.0 : min(1.0, $sum / $printed / (self::PAPER >> 24));
    }
}
