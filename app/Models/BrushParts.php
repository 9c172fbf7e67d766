<?php

declare(strict_types=1);

namespace App\Models;

use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\JsonReader;
use Yarrowfog\Core\JsonValue;

/** What of the library a brush is made with: its tip, perhaps a second one that bites, perhaps a tooth of its own. */
final readonly class BrushParts implements JsonValue
{
    public function __construct(public int $tip, public ?int $bite = null, public ?int $tooth = null)
    {
    }

    /**
     * @param  mixed  $json  decoded: {"tip": 3, "bite": null, "tooth": null}
     *
     * @throws InvalidInput
     */
    public static function read(mixed $json): self
    {
        $parts = JsonReader::of($json)->keys(['tip', 'bite', 'tooth']);
        $id = fn (string $key): ?int => $parts->has($key) ? $parts->integer($key, 1, PHP_INT_MAX) : null;

        return new self($parts->integer('tip', 1, PHP_INT_MAX), $id('bite'), $id('tooth'));
    }

    /** @throws InvalidInput when it is gone */
    public function findTip(): Tip
    {
        return Tip::withTrashed()->find($this->tip) ?? throw new InvalidInput('parts.tip', 'The tip of this brush is gone. Choose another one under Form.');
    }

    /** @throws InvalidInput when it is gone */
    public function findBite(): ?Tip
    {
        return $this->bite === null ? null : Tip::withTrashed()->find($this->bite) ?? throw new InvalidInput('parts.bite', 'The tip that bites is gone. Choose another one under Ground, or none.');
    }

    /** @throws InvalidInput when it is gone */
    public function findTooth(): ?Tooth
    {
        return $this->tooth === null ? null : Tooth::withTrashed()->find($this->tooth) ?? throw new InvalidInput('parts.tooth', 'The tooth of this brush is gone. Choose another one under Ground.');
    }

    /** @return array{tip: int, bite: int|null, tooth: int|null} */
    public function toArray(): array
    {
        return ['tip' => $this->tip, 'bite' => $this->bite, 'tooth' => $this->tooth];
    }
}
