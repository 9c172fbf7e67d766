<?php

declare(strict_types=1);

namespace App\Painting;

use Yarrowfog\Core\Colour\Srgb;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\JsonReader;
use Yarrowfog\Core\Raster\BlendMode;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\SettingsTable;
use Yarrowfog\Core\Stroke\SettingValue;

/** What the hand has otherwise than the brush: size, opacity, inks, blend mode, and other settings under `with`. */
final class SettingsInHand
{
    public const KEYS = ['size', 'opacity', 'inks', 'blendMode', 'with'];

    /**
     * The brush as the hand has it. Spreads, and what moves a setting, stay.
     *
     * @param  JsonReader  $json  of `with`, each entry is {"base": …} under the setting's name
     *
     * @throws InvalidInput
     */
    public static function read(JsonReader $json, BrushSettings $settings): BrushSettings
    {
        $with = $json->object('with')->keys(SettingsTable::ids());
        foreach (SettingsTable::all() as $id => $setting) {
            if ($with->has($id)) {
                $settings = $settings->withBase($id, SettingValue::read($setting, $with->object($id)->keys(['base']))->base);
            }
        }
        if ($json->has('size')) {
            $settings = $settings->withBase('size', $json->number('size', 1, 2000));
        }
        if ($json->has('opacity')) {
            $settings = $settings->withBase('opacity', $json->number('opacity', 0, 1));
        }
        if ($json->has('inks')) {
            $inks = $json->object('inks')->keys(['main', 'second']);
            $settings = $settings->withInks(
                Srgb::fromHex($inks->text('main', $settings->mainInk->toHex()), 'inks.main'),
                Srgb::fromHex($inks->text('second', $settings->secondInk->toHex()), 'inks.second'),
            );
        }

        return $json->has('blendMode') ? $settings->with('blendMode', new SettingValue($json->choice('blendMode', BlendMode::names()))) : $settings;
    }
}
