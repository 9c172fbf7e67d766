<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Format\Bundle;

use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Json;
use Yarrowfog\Core\JsonReader;
use Yarrowfog\Core\Stroke\Practice\PracticePen;
use Yarrowfog\Core\Stroke\SettingsTable;

/** A brush in a bundle: all that it paints with, and what is told of it. */
final readonly class BundledBrush
{
    private const KEYS = ['name', 'note', 'tags', 'maker', 'licence', 'made', 'atHand', 'strip', 'look', 'versions', ...BundledVersion::KEYS];

    private const MOST_VERSIONS = 500;

    /**
     * @param  list<string>  $tags
     * @param  string|null  $maker  place of who made it
     * @param  string  $made  day, as 2026-11-29; empty where it is not told
     * @param  list<string>  $atHand  settings that stand at hand while painting
     * @param  string|null  $movement  of the practice pen, that its strip is painted with
     * @param  string|null  $picture  place of a picture that stands in place of a painted strip
     * @param  string|null  $look  place of its strip, to look at
     * @param  list<BundledVersion>  $versions  as it was, the oldest first
     * @param  array<string, mixed>  $beyond  what a newer version of the format says of it
     */
    public function __construct(
        public string $name,
        public BundledVersion $now,
        public string $note = '',
        public array $tags = [],
        public ?string $maker = null,
        public string $licence = '',
        public string $made = '',
        public array $atHand = [],
        public ?string $movement = null,
        public ?string $picture = null,
        public ?string $look = null,
        public array $versions = [],
        public array $beyond = [],
    ) {
    }

    /** @throws InvalidInput with one sentence that says what is wrong */
    public static function read(string $json): self
    {
        $from = JsonReader::of(Json::decode($json));
        $name = trim($from->text('name', '', 120));
        $strip = $from->object('strip');
        $movement = $strip->text('movement', '', 40);
        $made = $from->text('made', '', 10);

        return new self(
            $name === '' ? throw new InvalidInput('name', 'A brush of this bundle has no name.') : $name,
            BundledVersion::read($from),
            trim($from->text('note', '', 4000)),
            array_values(array_unique(array_filter(array_map(fn (string $tag): string => mb_substr(mb_strtolower(trim($tag)), 0, 40), $from->texts('tags', 100)), fn (string $tag): bool => $tag !== ''))),
            $from->has('maker') ? Entry::path($from, 'maker') : null,
            trim($from->text('licence', '', 120)),
            preg_match('/^\d{4}-\d{2}-\d{2}$/', $made) === 1 ? $made : '',
            array_values(array_filter($from->texts('atHand', 6), fn (string $id): bool => in_array($id, array_keys(SettingsTable::all()), true))),
            in_array($movement, PracticePen::names(), true) ? $movement : null,
            $strip->has('picture') ? Entry::path($strip, 'picture') : null,
            $from->has('look') ? Entry::path($from, 'look') : null,
            array_map(BundledVersion::read(...), $from->each('versions', self::MOST_VERSIONS)),
            [...$from->beyond(self::KEYS), ...BundledVersion::beyond($from)],
        );
    }

    public function toJson(): string
    {
        return Document::json(Document::with([
            'name' => $this->name,
            'note' => $this->note,
            'tags' => $this->tags,
            'maker' => $this->maker,
            'licence' => $this->licence,
            'made' => $this->made,
            ...$this->now->toArray(),
            'atHand' => $this->atHand,
            'strip' => ['movement' => $this->movement, 'picture' => $this->picture],
            'look' => $this->look,
            ...$this->versions === [] ? [] : ['versions' => array_map(fn (BundledVersion $version): array => $version->toArray(), $this->versions)],
        ], $this->beyond));
    }

    /** @return list<string> places of everything that it names */
    public function paths(): array
    {
        $named = [$this->maker, $this->picture, $this->look, $this->now->tip->from];

        return array_values(array_unique([...$this->now->paths(), ...array_merge(...array_map(fn (BundledVersion $v): array => $v->paths(), $this->versions)), ...array_values(array_filter($named, is_string(...)))]));
    }
}
