<?php

declare(strict_types=1);

namespace App\Bundles;

use App\Models\Brush;
use App\Models\BrushSet;
use Illuminate\Database\Eloquent\Collection;
use Yarrowfog\Core\Format\Bundle\Manifest;
use Yarrowfog\Core\InvalidInput;

/** What is to go into a bundle: which brushes in which order, what it is called, and what goes with them. */
final readonly class BundleOrder
{
    /**
     * @param  list<int>  $ids  of brushes, in their order
     * @param  list<BrushSet>  $sets  that go with them
     * @param  bool  $withVersions  whether each brush's earlier versions go with it
     * @param  bool  $withSources  whether what the tips were cut from does
     * @param  bool  $withRecordings  whether the painter's own pen movements do
     */
    public function __construct(
        public array $ids,
        public string $title,
        public array $sets = [],
        public bool $withVersions = false,
        public bool $withSources = false,
        public bool $withRecordings = false,
    ) {
    }

    public static function ofSet(BrushSet $set, bool $withVersions = false, bool $withSources = false, bool $withRecordings = false): self
    {
        return new self($set->brushIds(), $set->name, [$set], $withVersions, $withSources, $withRecordings);
    }

    /** All that is in the library. */
    public static function ofAll(bool $withVersions = false, bool $withSources = false, bool $withRecordings = false): self
    {
        return new self(
            array_values(array_map(fn (Brush $brush): int => $brush->id, Brush::library()->oldest('id')->get(['id'])->all())),
            'All brushes',
            array_values(BrushSet::query()->with('maker')->get()->sortBy([['position', 'asc'], ['id', 'asc']])->all()),
            $withVersions,
            $withSources,
            $withRecordings,
        );
    }

    /**
     * @return Collection<int, Brush> in their order
     *
     * @throws InvalidInput
     */
    public function brushes(): Collection
    {
        $places = array_flip($this->ids);
        $brushes = Brush::library()->with(['tip', 'maker'])->findMany($this->ids)->sortBy(fn (Brush $brush): int => $places[$brush->id] ?? 0)->values();
        if ($brushes->isEmpty()) {
            throw new InvalidInput('ids', 'There is no brush to send. Choose some first.');
        }
        if ($brushes->count() > Manifest::MOST_BRUSHES) {
            throw new InvalidInput('ids', 'A bundle holds '.number_format(Manifest::MOST_BRUSHES).' brushes at most. Send them in parts.');
        }

        return $brushes;
    }
}
