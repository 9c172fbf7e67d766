<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Advice;

use Yarrowfog\Core\Chance;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Drive;
use Yarrowfog\Core\Stroke\PathPoint;

/** Where on each curve of a brush the pen stands. */
final class PenReading
{
    /** The name of a drive in readings, curves and reasons. */
    public static function key(string $setting, Drive $drive): string
    {
        return "{$setting} {$drive->input->value}";
    }

    /**
     * @param  int  $dab  number of the dab for chance
     * @return array<string, float> 0–1 by setting and input: “size pressure”
     */
    public static function of(BrushSettings $brush, PathPoint $at, int $dab, int $roll): array
    {
        $readings = [];
        $chance = new Chance($roll);
        foreach ($brush->values as $id => $value) {
            foreach ($value->drives as $i => $drive) {
                $readings[self::key($id, $drive)] = $drive->reading($at, $dab, $chance, Chance::stream($id), $i + 1);
            }
        }

        return $readings;
    }
}
