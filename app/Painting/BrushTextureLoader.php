<?php

declare(strict_types=1);

namespace App\Painting;

use App\Models\Brush;
use App\Models\BrushParts;
use App\Models\StoredPicture;
use App\Models\StrokeTextures;
use App\Models\Tip;
use App\Models\Tooth;
use App\Store\BlobStore;
use App\Store\DerivativeCache;
use App\Store\ProcessCache;
use Closure;
use LogicException;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Make\Teeth;
use Yarrowfog\Core\Paint\Dab\BrushTextures;
use Yarrowfog\Core\Raster\Plane;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Tip\TipKind;

/** Tips and teeth of the library, ready for the engine. */
final readonly class BrushTextureLoader
{
    private const DRAWER = 'tips';

    /** Pictures of tips at hand. */
    private const MOST = 12;

    private const TEETH = 'teeth';

    /** Teeth at hand, some 2 MB each. */
    private const MOST_TEETH = 6;

    public function __construct(private BlobStore $kept, private DerivativeCache $derived, private ProcessCache $memory)
    {
    }

    /**
     * What a brush of the library paints with.
     *
     * @param  Tip|null  $tip  where it is at hand already
     *
     * @throws InvalidInput when a part of it is gone
     */
    public function kitOf(BrushParts $parts, BrushSettings $settings, ?Tip $tip = null): BrushTextures
    {
        return $this->load(StrokeTextures::of($parts, $settings, $tip), $settings);
    }

    /** What a stroke is painted with, or was, however long ago. */
    public function load(StrokeTextures $textures, BrushSettings $settings): BrushTextures
    {
        $chain = fn (StoredPicture $p): TipMipChain => $this->levels($p->hash, $p->kind, $p->width, $p->height);
        $tooth = $settings->choices->tooth;

        return new BrushTextures(
            array_map($chain, $textures->frames),
            $textures->bite === null ? null : $chain($textures->bite),
            match (true) {
                $textures->tooth !== null => $this->loadOwn($textures->tooth),
                in_array($tooth->value, Teeth::names(), true) => $this->loadMade($tooth->value),
                default => null,
            },
        );
    }

    /** The heights of a made tooth. */
    public function loadMade(string $name): Plane
    {
        // The name of the file holds the version of the recipe: a changed recipe makes a new file.
        return $this->tooth('tooth-'.strtr($name, ' ', '-').'-'.Teeth::RECIPE, Teeth::SIDE, Teeth::SIDE, fn (string $key): string => $this->derived->remember($key, fn (): string => (Teeth::named($name) ?? throw new LogicException("No tooth {$name}"))->toBytes()));
    }

    /** The heights of a tooth that was made of a picture. */
    public function loadOwn(StoredPicture $tooth): Plane
    {
        return $this->tooth($tooth->hash, $tooth->width, $tooth->height, fn (string $hash): string => $this->kept->get($hash));
    }

    /** @param  Closure(string): string  $bytes  of a key */
    private function tooth(string $key, int $width, int $height, Closure $bytes): Plane
    {
        $tooth = $this->memory->recall(self::TEETH, $key, Plane::class) ?? Plane::fromBytes($width, $height, $bytes($key));
        $this->memory->hold(self::TEETH, $key, $tooth, self::MOST_TEETH);

        return $tooth;
    }

    private function levels(string $hash, TipKind $kind, int $width, int $height): TipMipChain
    {
        $key = "{$hash} {$kind->value}";
        $levels = $this->memory->recall(self::DRAWER, $key, TipMipChain::class) ?? new TipMipChain($hash, $kind, $width, $height, $this->kept, $this->derived);
        $this->memory->hold(self::DRAWER, $key, $levels, self::MOST);

        return $levels;
    }
}
