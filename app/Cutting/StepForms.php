<?php

declare(strict_types=1);

namespace App\Cutting;

use Yarrowfog\Core\Cut\CutList;
use Yarrowfog\Core\Cut\StepCatalogue;
use Yarrowfog\Core\Form\CurveField;
use Yarrowfog\Core\Form\Field;
use Yarrowfog\Core\Form\FieldValues;
use Yarrowfog\Core\JsonReader;

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
                'closes' => $description->closes,
                'params' => array_map(fn (Field $p): array => $p->toArray(), $description->params),
                'numbers' => (object) FieldValues::read($description->params, JsonReader::of([]))->toArray(),
            ];
        }

        return $forms;
    }

    /**
     * The curves of a list as lines to draw.
     *
     * @return array<string, list<array{float, float}>> by position of the step and key
     */
    public static function curves(CutList $list): array
    {
        $curves = [];
        foreach ($list->steps as $i => $listed) {
            foreach ($listed->description()->params as $param) {
                if ($param instanceof CurveField) {
                    $curve = $listed->numbers->curve($param->key);
                    $curves["{$i} {$param->key}"] = array_map(fn (int $k): array => [$k / 48, round($curve->at($k / 48), 4)], range(0, 48));
                }
            }
        }

        return $curves;
    }
}
