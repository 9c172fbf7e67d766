<?php

declare(strict_types=1);

namespace App\Keeping;

use App\Models\Brush;
use App\Models\BrushSet;
use App\Models\Maker;
use App\Models\SetMember;
use App\Models\Tip;
use App\Models\Tooth;
use Illuminate\Database\Eloquent\Collection;
use Yarrowfog\Core\Colour\Srgb;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\SettingsTable;

/** What can be done to one brush or to many at once; each is one step of the history. */
final readonly class BrushActions
{
    public function __construct(private KeepHistory $history)
    {
    }

    /** @param  list<int>  $ids */
    public function tag(array $ids, string $tag, bool $isOn): void
    {
        $this->each($ids, $isOn ? 'Tagged %s “'.$tag.'”' : 'Took the tag “'.$tag.'” from %s', function (Brush $brush, KeepRecorder $record) use ($tag, $isOn): void {
            $tags = array_values(array_diff($brush->tags ?? [], [$tag]));
            $record->update($brush, ['tags' => $isOn ? [...$tags, $tag] : $tags]);
        });
    }

    /** @param  list<int>  $ids */
    public function sign(array $ids, ?Maker $maker): void
    {
        $this->each($ids, $maker === null ? 'Took the maker from %s' : 'Signed %s as '.$maker->name, fn (Brush $brush, KeepRecorder $record) => $record->update($brush, ['maker_id' => $maker?->id]));
    }

    /** @param  list<int>  $ids */
    public function license(array $ids, string $licence): void
    {
        $this->each($ids, 'Gave %s another licence', fn (Brush $brush, KeepRecorder $record) => $record->update($brush, ['licence' => $licence]));
    }

    /**
     * Makes brushes larger or smaller, each as a new version.
     *
     * @param  list<int>  $ids
     */
    public function resize(array $ids, float $factor): void
    {
        $this->keepAnew($ids, 'Made %s '.round(100 * $factor).' % of the size', fn (BrushSettings $settings): BrushSettings => $settings->withBase('size', SettingsTable::get('size')->numberField()->clamp($settings->base('size') * $factor)));
    }

    /**
     * Gives brushes another main ink, each as a new version.
     *
     * @param  list<int>  $ids
     */
    public function ink(array $ids, Srgb $ink): void
    {
        $this->keepAnew($ids, 'Gave %s another ink', fn (BrushSettings $settings): BrushSettings => $settings->withInks($ink, $settings->secondInk));
    }

    /**
     * @param  list<int>  $ids
     * @return list<int> of the copies
     */
    public function duplicate(array $ids): array
    {
        $copies = [];
        $this->each($ids, 'Duplicated %s', function (Brush $brush, KeepRecorder $record) use (&$copies): void {
            $copy = $brush->replicate(['draft', 'draft_parts', 'revision', 'changed_by']);
            $parts = $brush->parts();
            $copy->fill(['name' => mb_substr($brush->name, 0, 112).' again', 'kept' => $brush->current(), 'tip_id' => $parts->tip, 'bite_id' => $parts->bite, 'tooth_id' => $parts->tooth])->save();
            $record->madeAside($copy);
            $copies[] = $copy->id;
        });

        return $copies;
    }

    /** @param  list<int>  $ids */
    public function setAside(array $ids): void
    {
        $this->each($ids, 'Set %s aside', fn (Brush $brush, KeepRecorder $record) => $record->aside($brush, true));
    }

    /**
     * Brings back what was set aside, with the tips and teeth that it needs.
     *
     * @param  list<int>  $ids
     */
    public function bringBack(array $ids): void
    {
        $brushes = Brush::onlyTrashed()->findMany($ids);
        $this->history->record('Brought back '.self::words($brushes), function (KeepRecorder $record) use ($brushes): void {
            foreach ($brushes as $brush) {
                $record->aside($brush, false);
                foreach ([...Tip::onlyTrashed()->findMany(array_filter([$brush->tip_id, $brush->bite_id])), ...Tooth::onlyTrashed()->findMany(array_filter([$brush->tooth_id]))] as $part) {
                    $record->aside($part, false);
                }
            }
        });
    }

    /** @param  list<int>  $ids */
    public function putOn(BrushSet $set, array $ids): void
    {
        $brushes = $this->find($ids);
        $this->history->record('Put '.self::words($brushes)." on “{$set->name}”", fn (KeepRecorder $record) => self::place($record, $set, $ids));
    }

    /** @param  list<int>  $ids */
    public function takeOff(BrushSet $set, array $ids): void
    {
        $brushes = $this->find($ids);
        $this->history->record('Took '.self::words($brushes)." off “{$set->name}”", function (KeepRecorder $record) use ($set, $ids): void {
            foreach ($set->members()->get() as $member) {
                if (in_array($member->brush_id, $ids, true)) {
                    $record->delete($member);
                }
            }
        });
    }

    /**
     * Stands brushes on a set, after those that are there.
     *
     * @param  list<int>  $ids
     */
    public static function place(KeepRecorder $record, BrushSet $set, array $ids): void
    {
        $there = SetMember::query()->where('set_id', $set->id)->get(['brush_id', 'position']);
        $known = array_flip($there->map(fn (SetMember $m): int => $m->brush_id)->all());
        $last = max([0, ...array_map(fn (SetMember $m): int => $m->position + 1, $there->all())]);
        foreach ($ids as $id) {
            if (! isset($known[$id])) {
                $known[$id] = true;
                $record->made(SetMember::query()->create(['set_id' => $set->id, 'brush_id' => $id, 'position' => $last++]));
            }
        }
    }

    /**
     * Stands brushes on the set of a name, which is made where there is none.
     *
     * @param  list<int>  $ids
     */
    public static function placeOn(KeepRecorder $record, string $name, array $ids): void
    {
        $set = BrushSet::query()->where('name', $name)->first();
        if ($set === null) {
            $set = BrushSet::query()->create(['name' => $name, 'position' => BrushSet::lastPosition()]);
            $record->made($set);
        }
        self::place($record, $set, $ids);
    }

    /**
     * @param  Collection<int, Brush>  $brushes
     * @return string “one by its name”, or how many
     */
    public static function words(Collection $brushes): string
    {
        $first = $brushes->first();

        return $brushes->count() === 1 && $first !== null ? "“{$first->name}”" : number_format($brushes->count()).' brushes';
    }

    /**
     * @param  list<int>  $ids
     * @param  callable(BrushSettings): BrushSettings  $change
     */
    private function keepAnew(array $ids, string $words, callable $change): void
    {
        $this->each($ids, $words, function (Brush $brush, KeepRecorder $record) use ($change): void {
            $kept = $change($brush->kept);
            if ($kept == $brush->kept) {
                return;
            }
            foreach ($brush->versions()->exists() ? [$kept] : [$brush->kept, $kept] as $settings) {
                $record->made($brush->versions()->create(['settings' => $settings, 'parts' => $brush->keptParts(), 'roll' => $brush->roll]));
            }
            $record->update($brush, ['kept' => $kept, 'draft' => $brush->draft === null ? null : $change($brush->draft), 'revision' => $brush->revision + 1]);
        });
    }

    /**
     * @param  list<int>  $ids
     * @param  string  $words  with a place for which they are
     * @param  callable(Brush, KeepRecorder): mixed  $do
     */
    private function each(array $ids, string $words, callable $do): void
    {
        $brushes = $this->find($ids);
        $this->history->record(str_replace('%s', self::words($brushes), $words), function (KeepRecorder $record) use ($brushes, $do): void {
            foreach ($brushes as $brush) {
                $do($brush, $record);
            }
        });
    }

    /**
     * @param  list<int>  $ids
     * @return Collection<int, Brush>
     *
     * @throws InvalidInput where none of them is there
     */
    private function find(array $ids): Collection
    {
        $brushes = Brush::library()->with('tip')->findMany($ids);

        return $brushes->isEmpty() ? throw new InvalidInput('ids', 'None of these brushes is here any more. Choose them anew.') : $brushes;
    }
}
