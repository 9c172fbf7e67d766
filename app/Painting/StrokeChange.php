<?php

declare(strict_types=1);

namespace App\Painting;

use App\Models\Brush;
use App\Models\Layer;
use App\Models\Sheet;
use App\Models\Stroke;
use App\Models\StrokeTextures;
use Yarrowfog\Core\Colour\Srgb;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\JsonReader;
use Yarrowfog\Core\Raster\BlendMode;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\SettingValue;
use Yarrowfog\Core\Stroke\Similarity;

/** What is done to strokes that were taken up. */
final readonly class StrokeChange
{
    public const KEYS = ['move', 'stretch', 'layer', 'size', 'opacity', 'inks', 'mode', 'roll', 'brush', 'order', 'delete'];

    public const ORDERS = ['top', 'up', 'down', 'bottom'];

    /**
     * @param  array{main?: Srgb, second?: Srgb}  $inks
     * @param  string  $tooth  of the sheet
     * @param  string|null  $order  one of ORDERS
     */
    private function __construct(
        public ?Similarity $move,
        public ?Layer $layer,
        private ?float $stretch,
        private ?float $size,
        private ?float $opacity,
        private array $inks,
        private ?BlendMode $mode,
        private ?int $roll,
        private ?Brush $brush,
        private string $tooth,
        public ?string $order,
        public bool $deletes,
    ) {
    }

    /**
     * @param  JsonReader  $from  any of KEYS; what is not there stays as it is
     *
     * @throws InvalidInput
     */
    public static function read(Sheet $sheet, JsonReader $from): self
    {
        $from->keys(self::KEYS);
        $inks = [];
        foreach (['main', 'second'] as $ink) {
            $given = $from->object('inks')->keys(['main', 'second']);
            if ($given->has($ink)) {
                $inks[$ink] = Srgb::fromHex($given->text($ink), "inks.{$ink}");
            }
        }
        $brush = $from->has('brush') ? Brush::query()->with('tip')->find($from->integer('brush', 1, PHP_INT_MAX)) ?? throw new InvalidInput('brush', 'This brush is gone. Choose another one.') : null;

        return new self(
            $from->has('move') ? self::readMove($from->object('move')) : null,
            $from->has('layer') ? $sheet->layerToPaintOn($from->integer('layer', 1, PHP_INT_MAX)) : null,
            $from->has('stretch') ? $from->number('stretch', 0.05, 20) : null,
            $from->has('size') ? $from->number('size', 1, 2000) : null,
            $from->has('opacity') ? $from->number('opacity', 0, 1) : null,
            $inks,
            $from->has('mode') ? BlendMode::from($from->choice('mode', BlendMode::names())) : null,
            $from->has('roll') ? $from->integer('roll', 0, 0x7FFFFFFF) : null,
            $brush,
            $sheet->tooth,
            $from->has('order') ? $from->choice('order', self::ORDERS) : null,
            $from->has('delete') && $from->flag('delete'),
        );
    }

    /**
     * @param  JsonReader  $from  a similarity about the place x, y, which stays where it is before the stroke is moved; about the origin
     *                            where none is given
     *
     * @throws InvalidInput
     */
    private static function readMove(JsonReader $from): Similarity
    {
        $still = Similarity::read($from->without('x')->without('y'));

        return Similarity::about($from->number('x', -1e6, 1e6, 0.0), $from->number('y', -1e6, 1e6, 0.0), $still->scale, $still->turn, $still->mirrored, $still->dx, $still->dy);
    }

    /** Whether strokes must be painted anew for it; only their order changes otherwise. */
    public function repaints(): bool
    {
        return $this->move !== null || $this->stretch !== null || $this->size !== null || $this->opacity !== null || $this->inks !== [] || $this->mode !== null || $this->roll !== null || $this->brush !== null;
    }

    /**
     * What becomes of a stroke.
     *
     * @return array<string, mixed> values of its row
     *
     * @throws InvalidInput where a part of another brush is gone
     */
    public function valuesFor(Stroke $stroke): array
    {
        $values = [];
        if ($this->move !== null) {
            $values['moved'] = ($stroke->moved ?? new Similarity)->then($this->move);
        }
        if ($this->stretch !== null) {
            $values = [...$values, ...self::stretched($stroke, $values['moved'] ?? $stroke->moved ?? new Similarity, $this->stretch)];
        }
        $settings = $this->settings($stroke->brush);
        if ($settings !== $stroke->brush) {
            $values['brush'] = $settings;
        }
        if ($this->brush !== null) {
            $values['brush_id'] = $this->brush->id;
            $values['textures'] = StrokeTextures::of($this->brush->parts(), $settings);
        }
        if ($this->roll !== null) {
            $values['roll'] = $this->roll;
        }

        return $values;
    }

    /**
     * Another height for its width; its middle stays where it is.
     *
     * @return array{moved: Similarity, stretch: float}
     *
     * @throws InvalidInput where it is no picture
     */
    private static function stretched(Stroke $stroke, Similarity $moved, float $stretch): array
    {
        $picture = $stroke->kind === Stroke::PICTURE ? $stroke->textures?->frames[0] : null;
        if ($picture === null) {
            throw new InvalidInput('stretch', 'Only a picture has proportions that can be changed. A stroke is resized by its handles.');
        }
        [$wasX, $wasY] = $moved->carry($picture->width / 2, $picture->height * $stroke->stretch / 2);
        [$isX, $isY] = $moved->carry($picture->width / 2, $picture->height * $stretch / 2);

        return ['moved' => $moved->then(new Similarity(dx: $wasX - $isX, dy: $wasY - $isY)), 'stretch' => $stretch];
    }

    /** What a brush paints a stroke with that another one painted. */
    public static function settingsWith(Sheet $sheet, Brush $brush, BrushSettings $was): BrushSettings
    {
        return (new self(null, null, null, null, null, [], null, null, $brush, $sheet->tooth, null, false))->settings($was);
    }

    /** Another brush paints at the size, opacity and in the inks of the one before, unless others are given. */
    private function settings(BrushSettings $was): BrushSettings
    {
        $settings = $was;
        if ($this->brush !== null) {
            $settings = $this->brush->current()->onSheet($this->tooth)->withInks($was->mainInk, $was->secondInk);
            $settings = $settings->withBase('size', $was->base('size'));
            $settings = $settings->withBase('opacity', $was->base('opacity'));
        }
        if ($this->size !== null) {
            $settings = $settings->withBase('size', $this->size);
        }
        if ($this->opacity !== null) {
            $settings = $settings->withBase('opacity', $this->opacity);
        }
        if ($this->inks !== []) {
            $settings = $settings->withInks($this->inks['main'] ?? $settings->mainInk, $this->inks['second'] ?? $settings->secondInk);
        }

        return $this->mode === null ? $settings : $settings->with('blendMode', new SettingValue($this->mode->value));
    }

    /**
     * What it does, in words.
     *
     * @param  int  $count  of strokes
     */
    public function words(int $count): string
    {
        $what = $count === 1 ? 'a stroke' : "{$count} strokes";

        return match (true) {
            $this->deletes => "Deleted {$what}",
            $this->brush !== null => "Painted {$what} with {$this->brush->name}",
            $this->layer !== null => ucfirst("{$what} put on layer “{$this->layer->name}”"),
            $this->order !== null => ucfirst("{$what} put ".match ($this->order) {
                'top' => 'on top',
                'up' => 'up',
                'down' => 'down',
                default => 'at the bottom',
            }),
            $this->stretch !== null => 'Other proportions for a picture',
            $this->size !== null => "Another size for {$what}",
            $this->opacity !== null => "Another opacity for {$what}",
            $this->inks !== [] => "Other inks for {$what}",
            $this->mode !== null => "Another blend mode for {$what}",
            $this->roll !== null => "Another roll for {$what}",
            $this->move !== null => $this->movingWords($this->move, $what),
            default => "Nothing changed for {$what}",
        };
    }

    private function movingWords(Similarity $move, string $what): string
    {
        return match (true) {
            $move->mirrored => "Flipped {$what}",
            $move->scale !== 1.0 && $move->turn !== 0.0 => "Resized and turned {$what}",
            $move->scale !== 1.0 => "Resized {$what}",
            $move->turn !== 0.0 => "Turned {$what}",
            default => "Moved {$what}",
        };
    }
}
