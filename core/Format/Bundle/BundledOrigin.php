<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Format\Bundle;

use Yarrowfog\Core\Cut\CutList;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Json;
use Yarrowfog\Core\JsonReader;

/** What a tip was cut from: pictures as they came in, and the list of steps. */
final readonly class BundledOrigin
{
    /**
     * @param  non-empty-list<array{name: string, path: string, origin: string, dpi: int|null, cutList: CutList|null}>  $sources  in the order of the frames
     * @param  CutList  $cutList  of them all
     * @param  bool  $evened  whether the frames were made even
     */
    public function __construct(public array $sources, public CutList $cutList, public bool $evened = false)
    {
    }

    /** @throws InvalidInput */
    public static function read(string $json): self
    {
        $from = JsonReader::of(Json::decode($json));
        $sources = array_map(fn (JsonReader $source): array => [
            'name' => trim($source->text('name', 'Source', 120)),
            'path' => Entry::path($source, 'path'),
            'origin' => $source->text('origin', 'file', 20),
            'dpi' => $source->has('dpi') ? $source->integer('dpi', 1, 100000) : null,
            'cutList' => $source->has('cutList') ? CutList::read($source->object('cutList')) : null,
        ], $from->each('sources', 32));

        return new self($sources === [] ? throw new InvalidInput('sources', 'A tip is cut from one picture at least.') : $sources, CutList::read($from->object('cutList')), $from->flag('evened', false));
    }

    public function toJson(): string
    {
        return Document::json([
            'sources' => array_map(fn (array $source): array => [...$source, 'cutList' => $source['cutList']?->toArray()], $this->sources),
            'cutList' => $this->cutList->toArray(),
            'evened' => $this->evened,
        ]);
    }
}
