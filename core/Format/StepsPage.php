<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Format;

use Yarrowfog\Core\Cut\Step;
use Yarrowfog\Core\Cut\StepCatalogue;
use Yarrowfog\Core\Cut\StepGroup;
use Yarrowfog\Core\Form\Field;

/** The reference of cut steps, written from their descriptions (docs/steps.md). */
final class StepsPage
{
    public static function markdown(): string
    {
        $page = "# Steps of a cut list\n\nWritten by `bin/yarrowfog docs` from the descriptions in `core/Cut/Steps`; a test checks that it is fresh.\n\n"
            ."Lengths in px are those of the full source; percentages are stored as fractions; places are fractions of the picture as it reaches the step.\n";
        foreach (StepGroup::cases() as $group) {
            $page .= "\n## {$group->value}\n\n| step | does | numbers |\n|---|---|---|\n";
            foreach (StepCatalogue::STEPS as $step) {
                if ($step::description()->group === $group) {
                    $page .= self::row($step);
                }
            }
        }

        return $page;
    }

    /** @param  class-string<Step>  $step */
    private static function row(string $step): string
    {
        $description = $step::description();
        $numbers = array_map(self::param(...), $description->params);

        return sprintf("| `%s` %s | %s | %s |\n", $description->id, $description->label, $description->sentence, $numbers === [] ? '–' : implode('<br>', $numbers));
    }

    private static function param(Field $p): string
    {
        $with = $p->neededWith();
        $when = $with === [] ? '' : ' (with '.implode(' or ', $with).')';

        return "`{$p->key}`{$when}: {$p->range()}";
    }
}
