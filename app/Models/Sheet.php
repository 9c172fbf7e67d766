<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Paint\Tile\StrokeBuffer;
use Yarrowfog\Core\Raster\Rect;

/**
 * What is painted on.
 *
 * @property int $id
 * @property string $name
 * @property string $purpose
 * @property int $width
 * @property int $height
 * @property string $paper
 * @property int $revision  goes up with every change
 */
final class Sheet extends Model
{
    /** px of a side. */
    public const LARGEST = 6000;

    public const TO_PAINT = 'sheet';

    public const TO_DRAW_A_MARK = 'mark';

    protected $guarded = [];

    public static function blank(string $name, int $width, int $height, string $purpose = self::TO_PAINT): self
    {
        $sheet = self::query()->create([
            'name' => $name,
            'width' => $width,
            'height' => $height,
            'purpose' => $purpose,
            'paper' => $purpose === self::TO_DRAW_A_MARK ? '#ffffff' : '#fbfbf9',
        ]);
        $sheet->layers()->create(['position' => 0, 'name' => 'Paint']);

        return $sheet;
    }

    /**
     * Its layers, from the lowest to the topmost.
     *
     * @return HasMany<Layer, $this>
     */
    public function layers(): HasMany
    {
        $layers = $this->hasMany(Layer::class);
        $layers->where('is_gone', false)->orderBy('position')->orderBy('id');

        return $layers;
    }

    /** The lowest layer. */
    public function layer(): Layer
    {
        return $this->layers()->firstOrFail();
    }

    /** @throws InvalidInput where the sheet has no such layer */
    public function findLayer(int $id): Layer
    {
        return $this->layers()->find($id) ?? throw new InvalidInput('layer', 'This layer is gone. Choose another one.');
    }

    /**
     * Where some of the engine's tiles lie on the sheet.
     *
     * @param  list<string>  $keys
     * @return array<string, Rect> by key
     */
    public function areasOf(array $keys): array
    {
        return array_map(fn (string $key): Rect => StrokeBuffer::area($key)->intersect($this->bounds()), array_combine($keys, $keys));
    }

    /**
     * A layer that can be painted on.
     *
     * @param  int|null  $id  null for the lowest
     *
     * @throws InvalidInput
     */
    public function layerToPaintOn(?int $id): Layer
    {
        $layer = $id === null ? $this->layer() : $this->findLayer($id);

        return match (true) {
            $layer->is_locked => throw new InvalidInput('layer', "The layer “{$layer->name}” is locked. Unlock it, or paint on another one."),
            $layer->is_hidden => throw new InvalidInput('layer', "The layer “{$layer->name}” is hidden. Show it, or paint on another one."),
            $layer->is_picture => throw new InvalidInput('layer', "The layer “{$layer->name}” holds a picture, and stays as it is. Paint on another one."),
            default => $layer,
        };
    }

    public function bounds(): Rect
    {
        return new Rect(0, 0, $this->width, $this->height);
    }
}
