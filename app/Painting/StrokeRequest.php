<?php

declare(strict_types=1);

namespace App\Painting;

use App\Models\Brush;
use App\Models\StrokeTextures;
use Illuminate\Support\Str;
use Yarrowfog\Core\Colour\Srgb;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\JsonReader;
use Yarrowfog\Core\Raster\BlendMode;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\SettingValue;
use Yarrowfog\Core\Stroke\Similarity;

/** What the browser orders with every piece of a stroke: which stroke, which brush, how large, what roll, on which layer, and, for the twin of another stroke, where it lies from that. */
final readonly class StrokeRequest
{
    private function __construct(public string $stroke, public Brush $brush, public BrushSettings $settings, public int $roll, public bool $realPressure, public ?int $layer, public Similarity $moved)
    {
    }

    public const KEYS = ['stroke', 'brush', 'size', 'opacity', 'inks', 'roll', 'realPressure', 'blendMode', 'layer', 'moved'];

    /**
     * The UUID that the browser gave to a stroke.
     *
     * @throws InvalidInput
     */
    public static function stroke(JsonReader $json): string
    {
        return self::uuid($json, 'stroke');
    }

    /** @throws InvalidInput */
    public static function uuid(JsonReader $json, string $key): string
    {
        $uuid = $json->text($key);

        return Str::isUuid($uuid) && $uuid === strtolower($uuid) ? $uuid : throw new InvalidInput($key, "“{$key}” must be a UUID in lower case.");
    }

    /** @throws InvalidInput */
    public static function read(JsonReader $json): self
    {
        $stroke = self::stroke($json);
        $brush = Brush::withTrashed()->with('tip')->find($json->integer('brush', 1, PHP_INT_MAX));
        if ($brush === null) {
            throw new InvalidInput('brush', 'This brush is gone. Choose another one.');
        }
        $settings = $brush->current();
        if ($json->has('size')) {
            $size = $settings->value('size');
            $settings = $settings->with('size', new SettingValue($json->number('size', 1, 2000), $size->spread, $size->drives));
        }
        if ($json->has('opacity')) {
            $opacity = $settings->value('opacity');
            $settings = $settings->with('opacity', new SettingValue($json->number('opacity', 0, 1), $opacity->spread, $opacity->drives));
        }
        if ($json->has('inks')) {
            $inks = $json->object('inks')->keys(['main', 'second']);
            $settings = $settings->withInks(
                Srgb::fromHex($inks->text('main', $settings->mainInk->toHex()), 'inks.main'),
                Srgb::fromHex($inks->text('second', $settings->secondInk->toHex()), 'inks.second'),
            );
        }

        if ($json->has('blendMode')) {
            $settings = $settings->with('blendMode', new SettingValue($json->choice('blendMode', BlendMode::names())));
        }

        return new self($stroke, $brush, $settings, $json->integer('roll', 0, 0x7FFFFFFF), $json->flag('realPressure', true), $json->has('layer') ? $json->integer('layer', 1, PHP_INT_MAX) : null, $json->has('moved') ? Similarity::read($json->object('moved')) : new Similarity);
    }

    /**
     * What it is painted with: of the brush as it stands.
     *
     * @throws InvalidInput when a part is gone
     */
    public function textures(): StrokeTextures
    {
        $parts = $this->brush->parts();

        return StrokeTextures::of($parts, $this->settings, $parts->tip === $this->brush->tip_id ? $this->brush->tip : null);
    }

    /** All that the dabs depend on besides the samples: strokes of the same order go on with each other. */
    public function summary(): string
    {
        return hash('xxh128', json_encode([$this->brush->id, $this->brush->parts()->toArray(), $this->settings->toArray(), $this->roll, $this->realPressure, $this->layer, $this->moved->toArray()], JSON_THROW_ON_ERROR));
    }
}
