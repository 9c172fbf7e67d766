<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Format;

use Yarrowfog\Core\Stroke\Setting;
use Yarrowfog\Core\Stroke\SettingsTable;
use Yarrowfog\Core\Stroke\SpreadKind;
use Yarrowfog\Core\Stroke\Station;

/** The settings reference, written from the table (docs/settings.md). */
final class SettingsPage
{
    public static function markdown(): string
    {
        $page = "# Settings of a brush\n\nWritten by `bin/yarrowfog docs` from the table in `core/Stroke/Settings`; a test checks that it is fresh.\n\n"
            ."A value is `clamp(base · drives)`, then spread by chance; drives of an angle add to it instead. Percentages are stored as fractions.\n";
        foreach (Station::cases() as $station) {
            $settings = array_filter(SettingsTable::all(), fn (Setting $s): bool => $s->station === $station);
            $page .= "\n## ".ucfirst($station->value)."\n\n";
            $page .= "| id | setting | values | default | spread | drives | what it does |\n|---|---|---|---|---|---|---|\n";
            foreach ($settings as $s) {
                $page .= $s->isCurve()
                    ? sprintf("| `%s` | %s | a curve of 2 to 8 points | straight | – | – | %s |\n", $s->id, $s->label, $s->sentence)
                    : ($s->isChoice() ? sprintf("| `%s` | %s | %s | %s | – | – | %s |\n", $s->id, $s->label, implode(', ', $s->choices), $s->choices[0], $s->sentence)
                    : sprintf("| `%s` | %s | %s to %s | %s | %s | %s | %s |\n", $s->id, $s->label, self::show($s, $s->least), self::show($s, $s->most), self::show($s, $s->default), self::spread($s), $s->drivable ? 'any' : '–', $s->sentence));
            }
        }

        return $page;
    }

    private static function spread(Setting $s): string
    {
        return match ($s->spread) {
            SpreadKind::None => '–',
            SpreadKind::AroundUnits => sprintf('± up to %s', self::show($s, $s->spreadMost)),
            SpreadKind::AroundPart => sprintf('± up to %d %% of it', $s->spreadMost * 100),
            SpreadKind::Below => sprintf('down by up to %d %%', $s->spreadMost * 100),
        };
    }

    private static function show(Setting $s, float $value): string
    {
        return match ($s->unit) {
            '%' => round($value * 100, 1).' %',
            '°' => $value.'°',
            default => trim(number_format($value).' '.$s->unit),
        };
    }
}
