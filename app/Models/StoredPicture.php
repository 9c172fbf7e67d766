<?php

declare(strict_types=1);

namespace App\Models;

use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\JsonReader;
use Yarrowfog\Core\JsonValue;
use Yarrowfog\Core\Tip\TipKind;

/** A picture in the library by the hash of its content, its size in px, and what of it is ink. */
final readonly class StoredPicture implements JsonValue
{
    /** px of a side: more than any picture of the library has. */
    private const LARGEST = 65535;

    private const HASH = '/^[0-9a-f]{64}$/D';

    public function __construct(public string $hash, public int $width, public int $height, public TipKind $kind = TipKind::InkMask)
    {
    }

    /** @return non-empty-list<self> the frames of a tip */
    public static function ofTip(Tip $tip): array
    {
        return array_map(fn (array $p): self => new self($p['hash'], $p['width'], $p['height'], $tip->kind), $tip->pictures());
    }

    /** The heights of a tooth. */
    public static function ofTooth(Tooth $tooth): self
    {
        return new self($tooth->hash, $tooth->side, $tooth->side);
    }

    /**
     * @param  mixed  $json  decoded: {"hash": …, "width": …, "height": …, "kind": …}
     *
     * @throws InvalidInput
     */
    public static function read(mixed $json): self
    {
        $from = ($json instanceof JsonReader ? $json : JsonReader::of($json))->keys(['hash', 'width', 'height', 'kind']);
        $hash = $from->text('hash');
        if (preg_match(self::HASH, $hash) !== 1) {
            throw new InvalidInput($from->name('hash'), "“{$hash}” is no hash of a picture.");
        }

        return new self($hash, $from->integer('width', 1, self::LARGEST), $from->integer('height', 1, self::LARGEST), TipKind::from($from->choice('kind', TipKind::names(), TipKind::InkMask->value)));
    }

    /** @return array{hash: string, width: int, height: int, kind: string} */
    public function toArray(): array
    {
        return ['hash' => $this->hash, 'width' => $this->width, 'height' => $this->height, 'kind' => $this->kind->value];
    }
}
