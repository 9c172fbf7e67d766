<?php

declare(strict_types=1);

namespace App\Painting;

use App\Models\Brush;
use App\Models\Sheet;
use App\Models\StrokeTextures;
use Illuminate\Support\Str;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\JsonReader;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Practice\LentPressure;
use Yarrowfog\Core\Stroke\Sample;
use Yarrowfog\Core\Stroke\Similarity;
use Yarrowfog\Core\Stroke\Trace;

/** What the browser orders with every piece of a stroke: which stroke, which brush, how large, what roll, on which layer, and, for the twin of another stroke, where it lies from that. */
final readonly class StrokeRequest
{
    private function __construct(public string $stroke, public Brush $brush, public BrushSettings $settings, public int $roll, public bool $realPressure, public ?int $layer, public Similarity $moved, public ?string $lent, private Rect $sheet)
    {
    }

    /** px beyond the edges of a sheet to which the pen is followed; from there on it goes along them. */
    private const BEYOND = 2000;

    /** Dabs of a whole stroke. */
    private const MOST_DABS = 4_000_000;

    /** Dabs of a piece: so many, and so many more for each sample. A hand that goes far reports often. */
    private const MOST_OF_A_PIECE = [20_000, 200];

    public const KEYS = ['stroke', 'brush', ...SettingsInHand::KEYS, 'roll', 'realPressure', 'layer', 'moved', 'lent'];

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
    public static function read(JsonReader $json, Sheet $sheet): self
    {
        $stroke = self::stroke($json);
        $brush = Brush::withTrashed()->find($json->integer('brush', 1, PHP_INT_MAX));
        if ($brush === null) {
            throw new InvalidInput('brush', 'This brush is gone. Choose another one.');
        }

        return new self(
            $stroke,
            $brush,
            SettingsInHand::read($json, $brush->current())->onSheet($sheet->tooth),
            $json->integer('roll', 0, 0x7FFFFFFF),
            $json->flag('realPressure', true),
            $json->has('layer') ? $json->integer('layer', 1, PHP_INT_MAX) : null,
            $json->has('moved') ? Similarity::read($json->object('moved')) : new Similarity,
            $json->has('lent') ? $json->choice('lent', LentPressure::movements()) : null,
            $sheet->bounds(),
        );
    }

    /**
     * The movement that it is painted along: as the pen went, pressed as a practised hand presses where that is asked for.
     *
     * @param  non-empty-list<Sample>  $samples
     */
    public function trace(array $samples): Trace
    {
        $trace = new Trace($this->near($samples), $this->realPressure);
        $this->mustNotBeTooMany($trace->samples, self::MOST_DABS, 'That would be more dabs than a stroke can have. Choose a wider spacing, a larger size, or paint it in parts.');

        return $this->lent === null ? $trace : LentPressure::of($this->lent)->lend($trace);
    }

    /**
     * A piece of it while the pen moves.
     *
     * @param  list<Sample>  $samples
     * @return list<Sample>
     *
     * @throws InvalidInput where it would keep others waiting
     */
    public function piece(array $samples): array
    {
        $near = $this->near($samples);
        [$most, $more] = self::MOST_OF_A_PIECE;
        $this->mustNotBeTooMany($near, $most + $more * count($near), 'So many dabs are painted when the pen lifts.');

        return $near;
    }

    /**
     * @param  list<Sample>  $samples
     * @return ($samples is non-empty-list ? non-empty-list<Sample> : list<Sample>)
     */
    private function near(array $samples): array
    {
        // What is carried elsewhere may come from farther away.
        $far = self::BEYOND + ($this->moved->isNothing() ? 0 : 3 * max($this->sheet->width, $this->sheet->height));

        return array_map(fn (Sample $s): Sample => $s->near($this->sheet, $far), $samples);
    }

    /**
     * @param  list<Sample>  $samples
     *
     * @throws InvalidInput
     */
    private function mustNotBeTooMany(array $samples, int $most, string $sentence): void
    {
        $way = 0.0;
        foreach ($samples as $i => $s) {
            $way += $i === 0 ? 0.0 : hypot($s->x - $samples[$i - 1]->x, $s->y - $samples[$i - 1]->y);
        }
        if ($this->settings->dabsOn($way) > $most) {
            throw new InvalidInput('samples', $sentence);
        }
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
