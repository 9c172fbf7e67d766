<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke;

use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Stroke\Settings\FormSettings;
use Yarrowfog\Core\Stroke\Settings\GroundSettings;
use Yarrowfog\Core\Stroke\Settings\HandSettings;
use Yarrowfog\Core\Stroke\Settings\InkSettings;
use Yarrowfog\Core\Stroke\Settings\StepSettings;

/** Every setting of a brush, in the order of the stations. */
final class SettingsTable
{
    /** @var array<string, Setting>|null */
    private static ?array $all = null;

    /** @return array<string, Setting> by id */
    public static function all(): array
    {
        if (self::$all === null) {
            self::$all = [];
            foreach ([...HandSettings::all(), ...StepSettings::all(), ...FormSettings::all(), ...InkSettings::all(), ...GroundSettings::all()] as $setting) {
                self::$all[$setting->id] = $setting;
            }
        }

        return self::$all;
    }

    /** @throws InvalidInput when there is no such setting */
    public static function get(string $id): Setting
    {
        return self::all()[$id] ?? throw new InvalidInput("settings.{$id}", "There is no setting “{$id}”.");
    }

    /** @return list<string> */
    public static function ids(): array
    {
        return array_keys(self::all());
    }
}
