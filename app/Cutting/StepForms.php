<?php

declare(strict_types=1);

namespace App\Cutting;

use Yarrowfog\Core\Cut\Numbers;
use Yarrowfog\Core\Cut\Param;
use Yarrowfog\Core\Cut\StepCatalogue;
use Yarrowfog\Core\Reading;

/** The steps as the page needs them: every form is made from the step's own description. */
final class StepForms
{
    /** @return array<string, array<string, mixed>> by step id */
    public static function all(): array
    {
        $forms = [];
        foreach (StepCatalogue::STEPS as $step) {
            $description = $step::description();
            $forms[$description->id] = [
                'label' => $description->label,
                'group' => $description->group->value,
                'sentence' => $description->sentence,
                'params' => array_map(fn (Param $p): array => get_object_vars($p), $description->params),
                'numbers' => (object) Numbers::read($description, Reading::of([]))->toArray(),
            ];
        }

        return $forms;
    }
}
