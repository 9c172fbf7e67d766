<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Database\Eloquent\SoftDeletes;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Paint\Tile\StrokeBuffer;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\Choice\ToothName;

/**
 * What is painted on.
 *
 * @property int $id
 * @property string $name
 * @property string $purpose
 * @property int $width
 * @property int $height
 * @property string $paper  #rrggbb
 * @property string $tooth  bumps that brushes may meet: a name of the engine's, or `none`
 * @property int $dpi
 * @property \Illuminate\Support\Carbon|null $deleted_at  when it was set aside
 * @property \Illuminate\Support\Carbon|null $created_at
 * @property int $revision  goes up with every change
 */
final class Sheet extends Model
{
    use SoftDeletes;

    /** px of a side. */
    public const LARGEST = 6000;

    /** Dots an inch, from a screen to the finest print. */
    public const DPI = [20, 2400];

    public const TO_PAINT = 'sheet';

    public const TO_DRAW_A_MARK = 'mark';

    protected $guarded = [];

    protected $attributes = ['dpi' => 300, 'tooth' => ToothName::None->value];

    public static function blank(string $name, int $width, int $height, string $purpose = self::TO_PAINT, int $dpi = 300): self
    {
        $sheet = self::query()->create([
            'name' => $name,
            'width' => $width,
            'height' => $height,
            'purpose' => $purpose,
            'dpi' => $dpi,
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

    /**
     * The painter's own, the latest first.
     *
     * @return Builder<self>
     */
    public static function painted(): Builder
    {
        $sheets = self::query();
        $sheets->where('purpose', self::TO_PAINT)->latest('id');

        return $sheets;
    }

    /**
     * What of them was set aside, the latest first.
     *
     * @return Builder<self>
     */
    public static function aside(): Builder
    {
        $sheets = self::onlyTrashed();
        $sheets->where('purpose', self::TO_PAINT)->latest('deleted_at');

        return $sheets;
    }

    /** px and, at its dpi, mm. */
    public function facts(): string
    {
        return sprintf('%s × %s px · %s × %s mm at %d dpi', number_format($this->width), number_format($this->height), number_format($this->width / $this->dpi * 25.4), number_format($this->height / $this->dpi * 25.4), $this->dpi);
    }

    public function bounds(): Rect
    {
        return new Rect(0, 0, $this->width, $this->height);
    }
}
