<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Format;

use Yarrowfog\Core\Cut\CutList;
use Yarrowfog\Core\Cut\StepCatalogue;
use Yarrowfog\Core\Form\Param;
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
        $colour = ['type' => 'string', 'pattern' => '^#[0-9a-fA-F]{6}$'];

        return self::object('Brush', [
            'kind' => ['enum' => TipKind::names()],
            'inks' => self::part(['main' => $colour, 'second' => $colour]),
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
                $numbers[$param->key] = self::param($param);
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
        if ($setting->isChoice()) {
            return ['description' => $setting->sentence, ...self::part(['base' => ['enum' => $setting->choices]])];
        }
        $curve = ['type' => 'array', 'minItems' => 2, 'maxItems' => 8, 'items' => ['type' => 'array', 'minItems' => 2, 'maxItems' => 2, 'items' => ['type' => 'number', 'minimum' => 0, 'maximum' => 1]]];
        if ($setting->isCurve()) {
            return ['description' => $setting->sentence, ...self::part(['base' => $curve])];
        }
        $parts = ['base' => ['type' => 'number', 'minimum' => $setting->least, 'maximum' => $setting->most, 'default' => $setting->default]];
        $parts['spread'] = ['type' => 'number', 'minimum' => 0, 'maximum' => $setting->spreadMost, 'default' => 0];
        $end = ['type' => 'number', 'minimum' => $setting->drivesAreOffsets() ? -360 : 0, 'maximum' => $setting->drivesAreOffsets() ? 360 : 10];
        $parts['drives'] = ['type' => 'array', 'maxItems' => $setting->drivable ? 8 : 0, 'items' => [
            ...self::part([
                'input' => ['enum' => DriveInput::names()],
                'curve' => $curve,
                'from' => $end,
                'to' => $end,
                'reference' => ['type' => 'number', 'minimum' => 0.01, 'maximum' => 100000],
            ]),
            'required' => ['input'],
        ]];

        return ['description' => $setting->sentence, ...self::part($parts)];
    }

    /** @return array<string, mixed> */
    private static function param(Param $param): array
    {
        $pair = ['type' => 'array', 'minItems' => 2, 'maxItems' => 2, 'items' => ['type' => 'number', 'minimum' => 0, 'maximum' => 1]];

        return match ($param->kind) {
            'choice' => ['enum' => $param->choices, 'default' => $param->choices[0]],
            'places' => ['type' => 'array', 'maxItems' => (int) $param->most, 'items' => $pair],
            'curve' => ['type' => 'array', 'minItems' => 2, 'maxItems' => (int) $param->most, 'items' => $pair],
            'colour' => ['type' => 'string', 'pattern' => '^#[0-9a-fA-F]{6}$', 'default' => $param->colour],
            'roll' => ['type' => 'integer', 'minimum' => 0, 'maximum' => (int) $param->most, 'default' => (int) $param->default],
            'strokes' => ['type' => 'array', 'maxItems' => (int) $param->most, 'items' => [
                ...self::part([
                    'shows' => ['type' => 'boolean', 'default' => false],
                    'size' => ['type' => 'number', 'minimum' => 0.001, 'maximum' => 1],
                    'softness' => ['type' => 'number', 'minimum' => 0, 'maximum' => 1, 'default' => 0.3],
                    'pressed' => ['type' => 'boolean', 'default' => false],
                    'samples' => ['type' => 'array', 'minItems' => 1, 'items' => ['type' => 'array', 'minItems' => 3, 'maxItems' => 4, 'items' => ['type' => 'number']]],
                ]),
                'required' => ['size', 'samples'],
            ]],
            default => ['type' => 'number', 'minimum' => $param->least, 'maximum' => $param->most, 'default' => $param->default],
        };
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
