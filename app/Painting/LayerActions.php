<?php

declare(strict_types=1);

namespace App\Painting;

use App\Models\Layer;
use App\Models\Sheet;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\JsonReader;
use Yarrowfog\Core\Paint\Composite\Recolour;
use Yarrowfog\Core\Raster\BlendMode;

/** What can be done with the layers of a sheet; all of it can be undone. */
final readonly class LayerActions
{
    public const MOST_LAYERS = 100;

    private const LONGEST_NAME = 120;

    public function __construct(private History $history, private TileStore $tiles)
    {
    }

    /**
     * A new layer to paint on, right above another.
     *
     * @param  Layer|null  $above  null for the top
     *
     * @throws InvalidInput where the sheet has as many as it can
     */
    public function add(Sheet $sheet, ?Layer $above, string $name = ''): Layer
    {
        $name = $name === '' ? $this->freeName($sheet, 'Layer') : $name;

        return $this->history->record($sheet, "Layer “{$name}” added", fn (ChangeRecorder $recorder): Layer => $this->insert($sheet, $recorder, $above, ['name' => $name]));
    }

    /**
     * Changes how a layer is called, shown and painted on.
     *
     * @param  JsonReader  $change  any of name, isHidden, opacity, mode, isLocked, keepsAlpha, isClipped and recolour
     *
     * @throws InvalidInput
     */
    public function update(Sheet $sheet, Layer $layer, JsonReader $change): void
    {
        $values = self::values($change->keys(['name', 'isHidden', 'opacity', 'mode', 'isLocked', 'keepsAlpha', 'isClipped', 'recolour']));
        $layer->fill($values);
        if (! $layer->isDirty()) {
            return;
        }
        $words = $this->describe($layer);
        $layer->refresh();
        $this->history->change($sheet, $words, $layer, $values);
    }

    /**
     * @param  list<int>  $order  all layers, from the lowest to the topmost
     *
     * @throws InvalidInput where they are not the layers of the sheet
     */
    public function reorder(Sheet $sheet, array $order): void
    {
        $layers = $sheet->layers()->get()->keyBy('id');
        if (array_diff($order, array_keys($layers->all())) !== [] || count(array_unique($order)) !== $layers->count()) {
            throw new InvalidInput('order', 'The layers of this sheet are others by now. Try again.');
        }
        $this->history->record($sheet, 'Layers put in another order', function (ChangeRecorder $recorder) use ($order, $layers): void {
            foreach ($order as $position => $id) {
                $layer = $layers->get($id);
                if ($layer !== null) {
                    $recorder->update($layer, ['position' => $position]);
                }
            }
        });
    }

    /** A copy right above the layer, with all its strokes. */
    public function duplicate(Sheet $sheet, Layer $layer): Layer
    {
        return $this->history->record($sheet, "Layer “{$layer->name}” duplicated", function (ChangeRecorder $recorder) use ($sheet, $layer): Layer {
            $copy = $this->insert($sheet, $recorder, $layer, ['name' => mb_substr("{$layer->name} copy", 0, self::LONGEST_NAME), ...$layer->only(['is_hidden', 'opacity', 'blend_mode', 'keeps_alpha', 'is_clipped', 'recolour', 'is_picture'])]);
            self::copyPaint($layer, $copy);

            return $copy;
        });
    }

    /** Gives a layer that is empty all that stands on another one. */
    public static function copyPaint(Layer $from, Layer $to): void
    {
        DB::insert('INSERT INTO tiles (layer_id, place, pixels, rest) SELECT ?, place, pixels, rest FROM tiles WHERE layer_id = ?', [$to->id, $from->id]);
        foreach ($from->standing()->get() as $stroke) {
            $twin = $stroke->replicate();
            $twin->fill(['layer_id' => $to->id, 'uuid' => (string) Str::uuid()])->save();
        }
    }

    /**
     * Takes all paint off a layer.
     *
     * @return array<int, list<string>> the tiles that changed, for each layer
     *
     * @throws InvalidInput where it is locked
     */
    public function clear(Sheet $sheet, Layer $layer): array
    {
        self::mustNotBeLocked($layer);

        return $this->history->record($sheet, "Layer “{$layer->name}” cleared", function (ChangeRecorder $recorder) use ($sheet, $layer): array {
            foreach ($layer->standing()->get() as $stroke) {
                $recorder->update($stroke, ['is_down' => false]);
            }
            $places = $this->tiles->paintedPlaces($layer->id);
            $this->tiles->clear($layer, $recorder->change, $sheet->areasOf($places));

            return [$layer->id => $places];
        });
    }

    /** @throws InvalidInput where it is locked, or the last one */
    public function delete(Sheet $sheet, Layer $layer): void
    {
        self::mustNotBeLocked($layer);
        if ($sheet->layers()->count() < 2) {
            throw new InvalidInput('layer', 'A sheet has one layer at least. Clear this one instead.');
        }
        $this->history->record($sheet, "Layer “{$layer->name}” deleted", fn (ChangeRecorder $recorder) => $recorder->update($layer, ['is_gone' => true]));
    }

    /** @throws InvalidInput */
    public static function mustNotBeLocked(Layer $layer): void
    {
        if ($layer->is_locked) {
            throw new InvalidInput('layer', "The layer “{$layer->name}” is locked. Unlock it first.");
        }
    }

    /** @throws InvalidInput where no layer can be added */
    public static function mustHaveRoom(Sheet $sheet): void
    {
        if ($sheet->layers()->count() >= self::MOST_LAYERS) {
            throw new InvalidInput('layer', 'A sheet holds '.self::MOST_LAYERS.' layers at most. Merge or delete one first.');
        }
    }

    /**
     * @param  array<string, mixed>  $values
     *
     * @throws InvalidInput
     */
    public function insert(Sheet $sheet, ChangeRecorder $recorder, ?Layer $above, array $values): Layer
    {
        self::mustHaveRoom($sheet);
        $layers = $sheet->layers()->get();
        $position = 0;
        $at = $layers->count();
        foreach ($layers as $layer) {
            $recorder->update($layer, ['position' => $position++]);
            if ($layer->is($above)) {
                $at = $position++;
            }
        }
        $made = Layer::query()->create(['sheet_id' => $sheet->id, 'position' => $at, ...$values]);
        $recorder->made($made, ['is_gone' => 1], ['is_gone' => 0]);

        return $made;
    }

    /** A name that no layer of the sheet has. */
    private function freeName(Sheet $sheet, string $stem): string
    {
        $taken = $sheet->layers()->pluck('name')->all();
        for ($n = count($taken) + 1; in_array("{$stem} {$n}", $taken, true); $n++);

        return "{$stem} {$n}";
    }

    /** @return array<string, mixed> */
    private static function values(JsonReader $change): array
    {
        $values = [];
        if ($change->has('name')) {
            $name = trim($change->text('name', longest: self::LONGEST_NAME));
            $values['name'] = $name === '' ? throw new InvalidInput('name', 'A layer needs a name.') : $name;
        }
        foreach (['isHidden' => 'is_hidden', 'isLocked' => 'is_locked', 'keepsAlpha' => 'keeps_alpha', 'isClipped' => 'is_clipped'] as $key => $column) {
            if ($change->has($key)) {
                $values[$column] = $change->flag($key);
            }
        }
        if ($change->has('opacity')) {
            $values['opacity'] = $change->number('opacity', 0, 1);
        }
        if ($change->has('mode')) {
            $values['blend_mode'] = BlendMode::from($change->choice('mode', BlendMode::names()));
        }
        if ($change->has('recolour')) {
            $recolour = Recolour::read($change->object('recolour'));
            $values['recolour'] = $recolour->isNothing() ? null : $recolour;
        }

        return $values;
    }

    /** What the last change of a layer that is not saved yet does. */
    private function describe(Layer $layer): string
    {
        $name = $layer->isDirty('name') ? $layer->getRawOriginal('name') : $layer->name;
        $name = is_string($name) ? $name : $layer->name;

        return match (array_key_first($layer->getDirty())) {
            'name' => "Layer “{$name}” renamed",
            'is_hidden' => "Layer “{$name}” ".($layer->is_hidden ? 'hidden' : 'shown'),
            'is_locked' => "Layer “{$name}” ".($layer->is_locked ? 'locked' : 'unlocked'),
            'keeps_alpha' => "Layer “{$name}”: ".($layer->keeps_alpha ? 'only where there is paint' : 'painted on everywhere'),
            'is_clipped' => "Layer “{$name}”: ".($layer->is_clipped ? 'only over the layer below' : 'shown everywhere'),
            'opacity' => "Layer “{$name}” at ".round(100 * $layer->opacity).' %',
            'blend_mode' => "Layer “{$name}”: {$layer->blend_mode->value}",
            default => "Layer “{$name}” recoloured",
        };
    }
}
