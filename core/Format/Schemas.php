<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Format;

use Yarrowfog\Core\Cut\CutList;
use Yarrowfog\Core\Cut\StepCatalogue;
use Yarrowfog\Core\Form\ColourField;
use Yarrowfog\Core\Form\CurveField;
use Yarrowfog\Core\Form\NumberField;
use Yarrowfog\Core\Stroke\DriveInput;
use Yarrowfog\Core\Stroke\Setting;
use Yarrowfog\Core\Stroke\SettingsTable;
use Yarrowfog\Core\Stroke\Trace;
use Yarrowfog\Core\Tip\TipKind;

/**
 * JSON Schemas (draft 2020-12) of the files that go in and out, made from the tables
 * that the engine itself reads.
 */
final class Schemas
{
    private const DRAFT = 'https://json-schema.org/draft/2020-12/schema';

    /** @return array<string, array<string, mixed>> by file name without its ending */
    public static function all(): array
    {
        return ['brush' => self::brush(), 'trace' => self::trace(), 'cut-list' => self::cutList()];
    }

    /** @return array<string, mixed> */
    public static function brush(): array
    {
        return self::object('Brush', [
            'kind' => ['enum' => TipKind::names()],
            'inks' => self::part(['main' => ColourField::SCHEMA, 'second' => ColourField::SCHEMA]),
            'settings' => self::part(array_map(self::setting(...), SettingsTable::all())),
        ]);
    }

    /** @return array<string, mixed> */
    public static function trace(): array
    {
        $number = fn (float $least, float $most): array => ['type' => 'number', 'minimum' => $least, 'maximum' => $most];

        return self::object('Trace', [
            'realPressure' => ['type' => 'boolean', 'description' => 'false for a mouse: the brush’s assumed pressure is used'],
            'samples' => [
                'type' => 'array',
                'minItems' => 1,
                'maxItems' => Trace::MOST_SAMPLES,
                'items' => [
                    'type' => 'array',
                    'description' => 't ms, x px, y px, pressure, tiltX °, tiltY °, twist °; what follows y may be missing',
                    'minItems' => 3,
                    'maxItems' => 7,
                    'prefixItems' => [$number(-1e12, 1e12), $number(-1e5, 1e5), $number(-1e5, 1e5), $number(0, 1), $number(-90, 90), $number(-90, 90), $number(0, 360)],
                ],
            ],
        ], ['samples']);
    }

    /** @return array<string, mixed> */
    public static function cutList(): array
    {
        $steps = [];
        foreach (StepCatalogue::STEPS as $step) {
            $description = $step::description();
            $numbers = [];
            foreach ($description->params as $param) {
                $numbers[$param->key] = $param->schema();
            }
            $steps[] = [
                'if' => ['properties' => ['step' => ['const' => $description->id]]],
                'then' => ['properties' => ['numbers' => ['description' => $description->sentence, ...self::part($numbers)]]],
            ];
        }

        return self::object('Cut list', [
            'kind' => ['enum' => TipKind::names()],
            'steps' => [
                'type' => 'array',
                'maxItems' => CutList::MOST_STEPS,
                'items' => [
                    'type' => 'object',
                    'required' => ['step'],
                    'properties' => ['step' => ['enum' => StepCatalogue::ids()], 'on' => ['type' => 'boolean'], 'numbers' => ['type' => 'object']],
                    'additionalProperties' => false,
                    'allOf' => $steps,
                ],
            ],
        ]);
    }

    /** @return array<string, mixed> */
    private static function setting(Setting $setting): array
    {
        $field = $setting->field;
        if (! $field instanceof NumberField) {
            return ['description' => $setting->sentence, ...self::part(['base' => array_diff_key($field->schema(), ['default' => 0])])];
        }
        $parts = ['base' => $field->schema()];
        $parts['spread'] = ['type' => 'number', 'minimum' => 0, 'maximum' => $setting->spreadMost, 'default' => 0];
        $end = ['type' => 'number', 'minimum' => $setting->drivesAreOffsets() ? -360 : 0, 'maximum' => $setting->drivesAreOffsets() ? 360 : 10];
        $parts['drives'] = ['type' => 'array', 'maxItems' => $setting->drivable ? 8 : 0, 'items' => [
            ...self::part([
                'input' => ['enum' => DriveInput::names()],
                'curve' => (new CurveField('curve', 'Curve'))->schema(),
                'from' => $end,
                'to' => $end,
                'reference' => ['type' => 'number', 'minimum' => 0.01, 'maximum' => 100000],
            ]),
            'required' => ['input'],
        ]];

        return ['description' => $setting->sentence, ...self::part($parts)];
    }

    /**
     * @param  array<string, mixed>  $properties
     * @param  list<string>  $required
     * @return array<string, mixed>
     */
    private static function object(string $title, array $properties, array $required = []): array
    {
        return ['$schema' => self::DRAFT, 'title' => $title, ...self::part($properties), ...($required === [] ? [] : ['required' => $required])];
    }

    /**
     * @param  array<string, mixed>  $properties
     * @return array<string, mixed>
     */
    private static function part(array $properties): array
    {
        return ['type' => 'object', 'properties' => (object) $properties, 'additionalProperties' => false];
    }
}
