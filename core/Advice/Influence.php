<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Advice;

use Yarrowfog\Core\Paint\Kit;
use Yarrowfog\Core\Paint\Levels;
use Yarrowfog\Core\Paint\Swatch;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\Brush;
use Yarrowfog\Core\Stroke\PracticePen;
use Yarrowfog\Core\Stroke\Setting;
use Yarrowfog\Core\Stroke\SettingsTable;
use Yarrowfog\Core\Stroke\SettingValue;
use Yarrowfog\Core\Stroke\Trace;

/**
 * How much each setting matters now: the mean change of the swatch's pixels between its
 * present value and its neutral one (its default, without spread and drives), over the
 * pixels printed in either; 1 when each of them changes as much as it can.
 *
 * It is measured on a swatch made small, the brush with it, on mid grey.
 */
final readonly class Influence
{
    private const WIDTH = 300;

    private const HEIGHT = 88;

    /** px; the brush is made this large at most. */
    private const LARGEST = 22.0;

    /** What the swatch lies on: both ink and its absence show. */
    private const PAPER = 0xB4B4B4FF;

    /** Settings in px, which shrink with the brush. */
    private const LENGTHS = ['size', 'taperIn', 'taperOut', 'frameLength', 'rimWidth'];

    /**
     * @param  array<string, array{share: float, reason: string|null}>  $settings  by id: 0–1, and why nothing changes
     */
    private function __construct(public array $settings)
    {
    }

    public static function of(Kit|Levels $kit, Brush $brush, int $roll): self
    {
        $kit = Kit::of($kit);
        $brush = $brush->usedWith(count($kit->frames), $kit->bite !== null, $kit->tooth !== null);
        $factor = min(1.0, self::LARGEST / max(1.0, $brush->base('size')));
        $traces = self::traces();
        $painted = fn (Brush $b): Bitmap => Swatch::paint($kit, self::shrunk($b, $factor), $traces, $roll, self::WIDTH, self::HEIGHT, Bitmap::filled(self::WIDTH, self::HEIGHT, self::PAPER));
        $now = $painted($brush);
        $out = [];
        foreach (SettingsTable::all() as $id => $setting) {
            $reason = $setting->idleReason($brush, $traces[0]);
            $value = $brush->value($id);
            if ($reason !== null) {
                $out[$id] = ['share' => 0.0, 'reason' => $reason];
            } elseif ($value == SettingValue::standard($setting)) {
                $out[$id] = ['share' => 0.0, 'reason' => self::atRest($setting)];
            } else {
                $share = self::change($now, $painted($brush->neutral($id)));
                $out[$id] = ['share' => $share, 'reason' => $share > 0.0 ? null : 'idle: nothing in the swatch changes by it'];
            }
        }

        return new self($out);
    }

    /**
     * @return list<Trace>
     */
    private static function traces(): array
    {
        return [
            PracticePen::swell(new Rect(14, 16, 190, 56)),
            ...array_slice(PracticePen::flicks(new Rect(216, 10, 70, 48)), 0, 2),
            ...array_slice(PracticePen::taps(new Rect(210, 74, 80, 4)), 1, 3),
        ];
    }

    private static function atRest(Setting $setting): string
    {
        return $setting->isChoice() || $setting->isCurve() ? 'neutral: it is at its first choice' : 'neutral: it is where every brush begins';
    }

    private static function shrunk(Brush $brush, float $factor): Brush
    {
        foreach ($factor < 1.0 ? self::LENGTHS : [] as $id) {
            $value = $brush->value($id);
            $brush = $brush->with($id, new SettingValue(max(SettingsTable::get($id)->least, $value->number() * $factor), $value->spread, $value->drives));
        }

        return $brush;
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
