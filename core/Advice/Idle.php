<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Advice;

use Closure;
use Yarrowfog\Core\Advice\Idle\FormRules;
use Yarrowfog\Core\Advice\Idle\GroundRules;
use Yarrowfog\Core\Advice\Idle\HandRules;
use Yarrowfog\Core\Advice\Idle\InkRules;
use Yarrowfog\Core\Advice\Idle\StepRules;
use Yarrowfog\Core\Paint\Dab\BrushTextures;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\PathBuilder;
use Yarrowfog\Core\Stroke\PathPoint;
use Yarrowfog\Core\Stroke\SettingsTable;
use Yarrowfog\Core\Stroke\Trace;

/** Why settings, and what moves them, change nothing now. */
final class Idle
{
    /** An input that stays within this part of its range moves nothing. */
    private const STILL = 0.01;

    /** @var array<string, Closure(BrushSettings, Trace): ?string>|null by setting */
    private static ?array $rules = null;

    /** Why a setting changes nothing on a stroke; null where it does. */
    public static function reason(string $setting, BrushSettings $brush, Trace $trace): ?string
    {
        self::$rules ??= [...HandRules::all(), ...StepRules::all(), ...FormRules::all(), ...InkRules::all(), ...GroundRules::all()];

        return isset(self::$rules[$setting]) ? (self::$rules[$setting])($brush, $trace) : null;
    }

    /** The brush, knowing what it paints with. */
    public static function inUse(BrushTextures $kit, BrushSettings $brush): BrushSettings
    {
        return $brush->usedWith(count($kit->frames), $kit->bite !== null, $kit->tooth !== null, TipShape::isRound($kit));
    }

    /**
     * Settings that change nothing on any of the strokes.
     *
     * @param  BrushSettings  $brush  in use (see inUse)
     * @param  non-empty-list<Trace>  $traces
     * @return array<string, string> reasons by setting
     */
    public static function settings(BrushSettings $brush, array $traces): array
    {
        $reasons = [];
        foreach (SettingsTable::ids() as $id) {
            $reason = null;
            foreach ($traces as $trace) {
                $reason = self::reason($id, $brush, $trace);
                if ($reason === null) {
                    break;
                }
            }
            if ($reason !== null) {
                $reasons[$id] = $reason;
            }
        }

        return $reasons;
    }

    /**
     * Drives whose input stays the same throughout.
     *
     * @param  non-empty-list<Trace>  $traces
     * @return array<string, string> reasons by setting and input: “size pressure”
     */
    public static function drives(BrushSettings $brush, array $traces, int $roll): array
    {
        $presses = array_filter($traces, fn (Trace $t): bool => $t->realPressure) !== [];
        $least = $most = [];
        foreach ($traces as $n => $trace) {
            foreach (self::points($brush, $trace) as $i => $point) {
                foreach (PenReading::of($brush, $point, $i, $roll + $n) as $key => $value) {
                    $least[$key] = min($least[$key] ?? INF, $value);
                    $most[$key] = max($most[$key] ?? -INF, $value);
                }
            }
        }
        $reasons = [];
        foreach ($brush->values as $id => $value) {
            foreach ($value->drives as $drive) {
                $key = PenReading::key($id, $drive);
                if (($most[$key] ?? 0.0) - ($least[$key] ?? 0.0) < self::STILL) {
                    $reasons[$key] = $drive->input->idleReason($presses);
                }
            }
        }

        return $reasons;
    }

    /** @return list<PathPoint> */
    private static function points(BrushSettings $brush, Trace $trace): array
    {
        $path = new PathBuilder($brush, $trace->realPressure);
        $points = [];
        foreach ($trace->samples as $sample) {
            array_push($points, ...$path->feed($sample));
        }

        return [...$points, ...$path->finish()];
    }
}
