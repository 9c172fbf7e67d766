<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Advice;

use Yarrowfog\Core\Form\ChoiceField;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Paint\Dab\BrushTextures;
use Yarrowfog\Core\Paint\Mip\MipChain;
use Yarrowfog\Core\Paint\Stroke\Swatch;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Practice\Movements;
use Yarrowfog\Core\Stroke\Setting;
use Yarrowfog\Core\Stroke\SettingsTable;

/** One short stroke at five values of a setting, from low to high; for a choice, at each of them. */
final readonly class RangeStrip
{
    public const COUNT = 5;

    public const WIDTH = 190;

    public const HEIGHT = 72;

    /** px; a larger brush is made smaller for the strip, unless its size is what is shown. */
    private const LARGEST = 40.0;

    /** Values of a setting whose range spans more than this many times its least rise by factors. */
    private const WIDE = 50.0;

    /**
     * @param  list<array{value: float|string, picture: Bitmap}>  $strokes
     */
    private function __construct(public array $strokes)
    {
    }

    /** @throws InvalidInput when there is no such setting, or it is a curve */
    public static function of(BrushTextures|MipChain $kit, BrushSettings $brush, string $id, int $roll): self
    {
        $setting = SettingsTable::get($id);
        if ($setting->isCurve()) {
            throw new InvalidInput('setting', "“{$setting->label}” is a curve: it has no low and high.");
        }
        $trace = Movements::swell(new Rect(16, 14, self::WIDTH - 32, self::HEIGHT - 28));
        $strokes = [];
        $factor = $id === 'size' ? 1.0 : self::LARGEST / max(1.0, $brush->base('size'));
        foreach (self::values($setting) as $at) {
            $with = $brush->withBase($id, $at)->scale($factor);
            $picture = Swatch::paint($kit, $with, [$trace], $roll, self::WIDTH, self::HEIGHT, Swatch::ground($with, self::WIDTH, self::HEIGHT));
            $strokes[] = ['value' => $at, 'picture' => $picture];
        }

        return new self($strokes);
    }

    /** @return list<float|string> */
    public static function values(Setting $setting): array
    {
        if ($setting->field instanceof ChoiceField) {
            return $setting->field->choices;
        }
        $field = $setting->numberField();
        $values = [];
        for ($i = 0; $i < self::COUNT; $i++) {
            $f = $i / (self::COUNT - 1);
            $values[] = $field->least > 0 && $field->most / $field->least > self::WIDE
                ? $field->least * ($field->most / $field->least) ** $f
                : $field->least + ($field->most - $field->least) * $f;
        }

        return $values;
    }
}
