<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Format\Bundle;

use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\JsonReader;
use Yarrowfog\Core\JsonValue;
use Yarrowfog\Core\Tip\Tip;
use Yarrowfog\Core\Tip\TipKind;

/** A tip in a bundle: its kind, and the pictures of its frames. */
final readonly class BundledTip implements JsonValue
{
    private const KEYS = ['name', 'kind', 'frames', 'dpi', 'from'];

    private const OF_A_FRAME = ['path', 'width', 'height'];

    /**
     * @param  non-empty-list<array{path: string, width: int, height: int}>  $frames  px
     * @param  string|null  $from  place of what it was cut from, where that is in the bundle too
     * @param  array<string, mixed>  $beyond  what a newer version of the format says of it, and under `frames` of some of them
     */
    public function __construct(public string $name, public TipKind $kind, public array $frames, public ?int $dpi = null, public ?string $from = null, public array $beyond = [])
    {
    }

    /**
     * @param  mixed  $json  {"name": …, "kind": …, "frames": [{"path": …, "width": …, "height": …}], "dpi": 300, "from": …}
     *
     * @throws InvalidInput
     */
    public static function read(mixed $json): self
    {
        $from = JsonReader::of($json);
        $each = $from->each('frames', Tip::MOST_FRAMES);
        $frames = array_map(fn (JsonReader $frame): array => [
            'path' => Entry::path($frame, 'path'),
            'width' => $frame->integer('width', 1, Tip::LARGEST),
            'height' => $frame->integer('height', 1, Tip::LARGEST),
        ], $each);
        $more = array_filter(array_map(fn (JsonReader $frame): array => $frame->beyond(self::OF_A_FRAME), $each));

        return new self(
            trim($from->text('name', '', 120)),
            TipKind::from($from->choice('kind', TipKind::names())),
            $frames === [] ? throw new InvalidInput($from->name('frames'), 'A tip has one frame at least.') : $frames,
            $from->has('dpi') ? $from->integer('dpi', 1, 100000) : null,
            $from->has('from') ? Entry::path($from, 'from') : null,
            [...$from->beyond(self::KEYS), ...$more === [] ? [] : ['frames' => $more]],
        );
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return Document::with(['name' => $this->name, 'kind' => $this->kind->value, 'frames' => $this->frames, 'dpi' => $this->dpi, ...$this->from === null ? [] : ['from' => $this->from]], $this->beyond);
    }
}
