<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Format\Bundle;

use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Json;
use Yarrowfog\Core\JsonReader;

/**
 * The bundle.json of a bundle: what it is, who made it, and every file in it. See docs/bundle.md.
 *
 * What a newer minor version says beyond this is kept, to be written again; a newer major version is refused.
 */
final readonly class Manifest
{
    public const FILE = 'bundle.json';

    public const FORMAT = 'yarrowfog-bundle';

    public const MAJOR = 1;

    public const MINOR = 0;

    public const ENDING = 'fogbundle';

    public const MEDIA_TYPE = 'application/vnd.yarrowfog.bundle+zip';

    public const MOST_BRUSHES = 5000;

    public const MOST_ENTRIES = 20000;

    private const KEYS = ['format', 'version', 'title', 'note', 'maker', 'licence', 'date', 'brushes', 'sets', 'recordings', 'entries'];

    /**
     * @param  string|null  $maker  place of who made the whole
     * @param  string  $date  of the newest that is in it, as 2026-11-29; empty where none is known
     * @param  list<string>  $brushes  places of the brushes in their order
     * @param  list<BundledSet>  $sets  shelves that its brushes stand on
     * @param  list<array{name: string, path: string}>  $recordings  pen movements, as InkML
     * @param  list<Entry>  $entries  every other file, by its place
     * @param  array<string, mixed>  $beyond
     */
    public function __construct(
        public string $title,
        public string $note = '',
        public ?string $maker = null,
        public string $licence = '',
        public string $date = '',
        public array $brushes = [],
        public array $sets = [],
        public array $recordings = [],
        public array $entries = [],
        public array $beyond = [],
    ) {
    }

    /** @throws InvalidInput with one sentence that says what is wrong */
    public static function read(string $json): self
    {
        $from = JsonReader::of(Json::decode($json));
        if (! $from->has('format') || $from->text('format') !== self::FORMAT) {
            throw new InvalidInput('format', 'This file does not say that it is a bundle of brushes.');
        }
        $version = $from->text('version', '', 20);
        if (preg_match('/^([1-9][0-9]{0,4})\.([0-9]{1,5})$/', $version, $parts) !== 1) {
            throw new InvalidInput('version', 'This bundle does not say which version of the format it is in.');
        }
        if ((int) $parts[1] > self::MAJOR) {
            throw new InvalidInput('version', "This bundle is in version {$version} of the format, and up to ".self::MAJOR.' can be read here. Bring Yarrowfog up to date, or ask for the bundle in an older version.');
        }

        return new self(
            trim($from->text('title', '', 120)),
            trim($from->text('note', '', 4000)),
            $from->has('maker') ? Entry::path($from, 'maker') : null,
            trim($from->text('licence', '', 120)),
            $from->text('date', '', 10),
            self::paths($from),
            array_map(BundledSet::read(...), $from->each('sets', 1000)),
            array_map(fn (JsonReader $one): array => ['name' => trim($one->text('name', 'Movement', 120)), 'path' => Entry::path($one, 'path')], $from->each('recordings', 1000)),
            array_map(Entry::read(...), $from->each('entries', self::MOST_ENTRIES)),
            $from->beyond(self::KEYS),
        );
    }

    public function toJson(): string
    {
        $entries = $this->entries;
        usort($entries, fn (Entry $a, Entry $b): int => strcmp($a->path, $b->path));

        return Document::json([
            'format' => self::FORMAT,
            'version' => self::MAJOR.'.'.self::MINOR,
            'title' => $this->title,
            'note' => $this->note,
            'maker' => $this->maker,
            'licence' => $this->licence,
            'date' => $this->date,
            'brushes' => $this->brushes,
            'sets' => array_map(fn (BundledSet $set): array => $set->toArray(), $this->sets),
            'recordings' => $this->recordings,
            'entries' => array_map(fn (Entry $entry): array => $entry->toArray(), $entries),
            ...$this->beyond,
        ]);
    }

    /**
     * @return list<string>
     *
     * @throws InvalidInput
     */
    private static function paths(JsonReader $from): array
    {
        $list = $from->object('brushes');
        if ($list->size() > self::MOST_BRUSHES) {
            throw new InvalidInput('brushes', 'This bundle names '.number_format($list->size()).' brushes. The most that one holds is '.number_format(self::MOST_BRUSHES).'.');
        }

        return array_map(fn (int $i): string => Entry::path($list, (string) $i), $list->size() === 0 ? [] : range(0, $list->size() - 1));
    }
}
