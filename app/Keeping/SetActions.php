<?php

declare(strict_types=1);

namespace App\Keeping;

use App\Models\Brush;
use App\Models\BrushSet;
use App\Models\Maker;

/** What can be done to sets; each is one step of the history. */
final readonly class SetActions
{
    public function __construct(private KeepHistory $history)
    {
    }

    /** @param  list<int>  $ids  of the brushes that stand on it, in their order */
    public function make(string $name, array $ids): BrushSet
    {
        return $this->history->record("Made the set “{$name}”", function (KeepRecorder $record) use ($name, $ids): BrushSet {
            $set = BrushSet::query()->create(['name' => $name, 'position' => BrushSet::lastPosition()]);
            $record->made($set);
            BrushActions::place($record, $set, $ids);

            return $set;
        });
    }

    /** @param  array<string, mixed>  $values */
    public function change(BrushSet $set, array $values): void
    {
        $this->history->record("Changed the set “{$set->name}”", fn (KeepRecorder $record) => $record->update($set, $values));
    }

    /**
     * @param  list<int>  $ids  of its brushes as they are to stand; those that are not named come after them
     */
    public function order(BrushSet $set, array $ids): void
    {
        $this->history->record("Ordered “{$set->name}”", function (KeepRecorder $record) use ($set, $ids): void {
            $places = array_flip($ids);
            foreach ($set->members()->get() as $i => $member) {
                $record->update($member, ['position' => $places[$member->brush_id] ?? count($ids) + $i]);
            }
        });
    }

    /** @param  list<int>  $ids  of all sets as they are to stand */
    public function orderSets(array $ids): void
    {
        $this->history->record('Ordered the sets', function (KeepRecorder $record) use ($ids): void {
            $places = array_flip($ids);
            foreach (BrushSet::all() as $i => $set) {
                $record->update($set, ['position' => $places[$set->id] ?? count($ids) + $i]);
            }
        });
    }

    /** The same brushes on a set of another name. */
    public function duplicate(BrushSet $set): BrushSet
    {
        return $this->history->record("Duplicated the set “{$set->name}”", function (KeepRecorder $record) use ($set): BrushSet {
            $copy = $set->replicate(['members_count']);
            $copy->fill(['name' => mb_substr($set->name, 0, 112).' again', 'position' => BrushSet::lastPosition()])->save();
            $record->made($copy);
            BrushActions::place($record, $copy, $set->brushIds());

            return $copy;
        });
    }

    /** @param  bool  $withBrushes  whether they are set aside too; otherwise they stay */
    public function delete(BrushSet $set, bool $withBrushes): void
    {
        $this->history->record($withBrushes ? "Deleted the set “{$set->name}” with its brushes" : "Deleted the set “{$set->name}”", function (KeepRecorder $record) use ($set, $withBrushes): void {
            $brushes = $withBrushes ? Brush::library()->findMany($set->brushIds()) : [];
            foreach ($set->members()->get() as $member) {
                $record->delete($member);
            }
            $record->delete($set);
            foreach ($brushes as $brush) {
                $record->aside($brush, true);
            }
        });
    }

    /** One maker for another, wherever the first has signed. */
    public function mergeMakers(Maker $from, Maker $into): void
    {
        $this->history->record("Made {$from->name} and {$into->name} one", function (KeepRecorder $record) use ($from, $into): void {
            $this->signAll($record, $from, $into->id);
            $record->aside($from, true);
        });
    }

    public function deleteMaker(Maker $maker): void
    {
        $this->history->record("Deleted the maker {$maker->name}", function (KeepRecorder $record) use ($maker): void {
            $this->signAll($record, $maker, null);
            $record->aside($maker, true);
        });
    }

    /** @param  string  $into  another name for the tag, one that is there already, or nothing to take it away */
    public function renameTag(string $tag, string $into): void
    {
        $this->history->record($into === '' ? "Took the tag “{$tag}” away" : "Called the tag “{$tag}” “{$into}”", function (KeepRecorder $record) use ($tag, $into): void {
            foreach (Brush::withTrashed()->get() as $brush) {
                if (in_array($tag, $brush->tags ?? [], true)) {
                    $tags = array_map(fn (string $one): string => $one === $tag ? $into : $one, $brush->tags ?? []);
                    $record->update($brush, ['tags' => array_values(array_unique(array_filter($tags, fn (string $one): bool => $one !== '')))]);
                }
            }
        });
    }

    private function signAll(KeepRecorder $record, Maker $maker, ?int $as): void
    {
        foreach ([Brush::withTrashed()->where('maker_id', $maker->id)->get(), BrushSet::query()->where('maker_id', $maker->id)->get()] as $rows) {
            foreach ($rows as $row) {
                $record->update($row, ['maker_id' => $as]);
            }
        }
    }
}
