<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Format;

use Yarrowfog\Core\Form\ChoiceField;
use Yarrowfog\Core\Form\NumberField;
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
                $field = $s->field;
                [$values, $default] = match (true) {
                    $field instanceof NumberField => [sprintf('%s to %s', $field->say($field->least), $field->say($field->most)), $field->say($field->default)],
                    $field instanceof ChoiceField => [$field->range(), $field->choices[0]],
                    default => [$field->range(), 'straight'],
                };
                $page .= sprintf("| `%s` | %s | %s | %s | %s | %s | %s |\n", $s->id, $s->label, $values, $default, self::spread($s), $s->drivable ? 'any' : '–', $s->sentence);
            }
        }

        return $page;
    }

    private static function spread(Setting $s): string
    {
        return match ($s->spread) {
            SpreadKind::None => '–',
            SpreadKind::AroundUnits => sprintf('± up to %s', $s->numberField()->say($s->spreadMost)),
            SpreadKind::AroundPart => sprintf('± up to %d %% of it', $s->spreadMost * 100),
            SpreadKind::Below => sprintf('down by up to %d %%', $s->spreadMost * 100),
        };
    }
}
