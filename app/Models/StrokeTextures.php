<?php

declare(strict_types=1);

namespace App\Models;

use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\JsonReader;
use Yarrowfog\Core\JsonValue;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Choice\ToothName;
use Yarrowfog\Core\Tip\Tip as CoreTip;

/**
 * The pictures that a stroke was painted with: it is painted again from these, whatever its brush and their tips
 * have become.
 */
final readonly class StrokeTextures implements JsonValue
{
    /**
     * @param  non-empty-list<StoredPicture>  $frames  of the tip
     * @param  StoredPicture|null  $tooth  heights, where the brush has a tooth of its own
     */
    public function __construct(public array $frames, public ?StoredPicture $bite = null, public ?StoredPicture $tooth = null)
    {
    }

    /**
     * @param  Tip|null  $tip  where it is at hand already
     *
     * @throws InvalidInput when a part is gone
     */
    public static function of(BrushParts $parts, BrushSettings $settings, ?Tip $tip = null): self
    {
        $bite = $parts->findBite();
        $tooth = $settings->choices->tooth === ToothName::Own ? $parts->findTooth() : null;

        return new self(
            StoredPicture::ofTip($tip ?? $parts->findTip()),
            $bite === null ? null : StoredPicture::ofTip($bite)[0],
            $tooth === null ? null : StoredPicture::ofTooth($tooth),
        );
    }

    /**
     * @param  mixed  $json  decoded: {"frames": [{"hash": …, "width": …, "height": …}, …], "bite": …, "tooth": …}
     *
     * @throws InvalidInput
     */
    public static function read(mixed $json): self
    {
        $from = JsonReader::of($json)->keys(['frames', 'bite', 'tooth']);
        $picture = fn (string $key): ?StoredPicture => $from->has($key) ? StoredPicture::read($from->object($key)) : null;
        $frames = array_map(StoredPicture::read(...), $from->each('frames', CoreTip::MOST_FRAMES));

        return new self($frames === [] ? throw new InvalidInput('frames', 'A stroke is painted with one picture at least.') : $frames, $picture('bite'), $picture('tooth'));
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return ['frames' => array_map(fn (StoredPicture $p): array => $p->toArray(), $this->frames), 'bite' => $this->bite?->toArray(), 'tooth' => $this->tooth?->toArray()];
    }
}
