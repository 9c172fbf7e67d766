<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Keeping\SearchTable;
use App\Models\Brush;
use App\Models\BrushSet;
use App\Models\Maker;
use Illuminate\Support\Facades\DB;

final class KeepTest extends FeatureTestCase
{
    /** @return list<int> */
    private function found(string $question): array
    {
        return (array) $this->getJson("/keep/found?{$question}")->assertOk()->json('ids');
    }

    private function named(string $name, array $settings = []): Brush
    {
        $brush = $this->brush($settings);
        $brush->update(['name' => $name]);

        return $brush;
    }

    public function test_brushes_are_found_by_the_beginnings_of_words_in_whatever_is_told_of_them(): void
    {
        $one = $this->named('Slate chalk');
        $two = $this->named('Crème wash');
        $one->update(['tags' => ['harbour', 'dry'], 'note' => 'For rough stones']);
        $two->update(['maker_id' => Maker::query()->create(['name' => 'Ines Tarn'])->id]);

        self::assertSame([$one->id], $this->found('q=cha'));
        self::assertSame([$one->id], $this->found('q=STONE+slat'));
        self::assertSame([$one->id], $this->found('q=harb'));
        self::assertSame([$two->id], $this->found('q=creme'), 'with or without its accent');
        self::assertSame([$two->id], $this->found('q=tarn'));
        self::assertSame([], $this->found('q=tone'), 'not from the middle of a word');
        self::assertSame([], $this->found('q='.urlencode('"*)(')), 'signs are in no word, and no syntax');
        self::assertSame([], $this->found('q='.urlencode('slate NOT chalk')), 'words of the syntax are words');
        self::assertSame([$two->id, $one->id], $this->found(''));
        self::assertSame([$two->id, $one->id], $this->found('q=&set=abc&kind=nothing&maker=-1'), 'what is not known asks for nothing');

        $set = $this->postJson('/sets', ['name' => 'Shore walk', 'ids' => [$two->id]])->assertCreated()->json('set');
        self::assertSame([$two->id], $this->found('q=shore'));
        $this->patchJson("/sets/{$set}", ['name' => 'Inland'])->assertOk();
        self::assertSame([], $this->found('q=shore'));
        self::assertSame([$two->id], $this->found('q=inland'));
        Maker::query()->firstOrFail()->update(['name' => 'Bo Quill']);
        self::assertSame([$two->id], $this->found('q=quill'));
        $this->deleteJson("/sets/{$set}")->assertOk();
        self::assertSame([], $this->found('q=inland'));
    }

    public function test_brushes_are_found_by_what_they_are(): void
    {
        $stamp = $this->named('Stamp', ['onePerPress' => ['base' => 'yes']]);
        $eraser = $this->named('Eraser', ['does' => ['base' => 'erases'], 'tooth' => ['base' => 'slate']]);
        $plain = $this->named('Plain');
        $plain->update(['bite_id' => $stamp->tip_id, 'tags' => ['x']]);

        self::assertSame([$stamp->id], $this->found('lays=stamp'));
        self::assertSame([$eraser->id], $this->found('does=erases'));
        self::assertSame([$eraser->id], $this->found('with=tooth'));
        self::assertSame([$plain->id], $this->found('with=bite'));
        self::assertSame([$plain->id], $this->found('tag=x'));
        self::assertSame([], $this->found('kind=own+colours'));
        self::assertCount(3, $this->found('kind=ink+mask'));
        self::assertCount(3, $this->found('colour=teal'));
        self::assertSame([], $this->found('colour=red'));
        DB::table('brushes')->where('id', $plain->id)->update(['created_at' => now()->subDays(10)]);
        self::assertCount(2, $this->found('made=this+week'));
        self::assertSame([$plain->id, $stamp->id, $eraser->id], [...$this->found('tag=x'), ...$this->found('lays=stamp'), ...$this->found('does=erases')]);
        self::assertSame([$eraser->id, $plain->id, $stamp->id], $this->found('sort=name'));
        self::assertSame([$stamp->id, $eraser->id, $plain->id], $this->found('sort=oldest'));
        self::assertSame([$plain->id, $eraser->id, $stamp->id], $this->found('set=none'));
    }

    public function test_a_brush_stands_on_many_sets_and_each_thing_that_is_done_is_one_step_back(): void
    {
        $ids = [$this->named('A')->id, $this->named('B')->id, $this->named('C')->id];
        $set = $this->postJson('/sets', ['name' => 'First', 'ids' => [$ids[2], $ids[0]]])->assertCreated()->json('set');
        $this->postJson('/sets', ['name' => 'Second', 'ids' => [$ids[0]]])->assertCreated();
        self::assertSame([$ids[2], $ids[0]], $this->found("set={$set}"));
        $this->postJson("/sets/{$set}/brushes", ['do' => 'on', 'ids' => $ids])->assertOk();
        self::assertSame([$ids[2], $ids[0], $ids[1]], $this->found("set={$set}"), 'what stands there already stays where it stands');
        $this->postJson("/sets/{$set}/brushes", ['do' => 'order', 'ids' => $ids])->assertOk();
        self::assertSame($ids, $this->found("set={$set}"));
        $this->postJson("/sets/{$set}/brushes", ['do' => 'off', 'ids' => [$ids[1]]])->assertOk();
        $copy = $this->postJson("/sets/{$set}/duplicate")->assertCreated()->json('set');
        self::assertSame([$ids[0], $ids[2]], $this->found("set={$copy}"));
        $this->deleteJson("/sets/{$set}?brushes=too")->assertOk();
        self::assertSame([$ids[1]], $this->found(''));
        self::assertNull(BrushSet::query()->find($set));

        foreach (['Deleted the set “First” with its brushes', 'Duplicated the set “First”', 'Took “B” off “First”', 'Ordered “First”', 'Put 3 brushes on “First”'] as $words) {
            $this->postJson('/keep/undo')->assertOk()->assertJson(['was' => $words]);
        }
        self::assertSame([$ids[2], $ids[0]], $this->found("set={$set}"));
        foreach (range(1, 5) as $_) {
            $this->postJson('/keep/redo')->assertOk();
        }
        self::assertSame([$ids[1]], $this->found(''));
        $this->postJson('/keep/redo')->assertOk()->assertJson(['was' => null]);
    }

    public function test_many_are_changed_at_once_and_put_back_at_once(): void
    {
        $brushes = [$this->named('A'), $this->named('B')];
        $ids = array_column($brushes, 'id');
        $rows = fn (): array => array_map(fn (object $row): array => array_diff_key((array) $row, ['updated_at' => true]), DB::table('brushes')->whereIn('id', $ids)->get()->all());
        $before = $rows();
        $maker = Maker::query()->create(['name' => 'Ines Tarn']);
        $do = fn (array $what) => $this->postJson('/keep/do', ['ids' => $ids, ...$what])->assertOk();
        $do(['do' => 'tag', 'tag' => 'Harbour, wet']);
        self::assertSame(['harbour', 'wet'], Brush::query()->find($ids[1])?->tags);
        $do(['do' => 'untag', 'tag' => 'wet']);
        self::assertSame(['harbour'], Brush::query()->find($ids[1])?->tags);
        $do(['do' => 'sign', 'maker' => $maker->id]);
        $do(['do' => 'license', 'licence' => 'CC-BY-4.0']);
        $size = $brushes[0]->kept->base('size');
        $do(['do' => 'resize', 'factor' => 1.5]);
        self::assertSame(1.5 * $size, Brush::query()->findOrFail($ids[0])->kept->base('size'));
        self::assertSame(2, Brush::query()->findOrFail($ids[0])->versions()->count(), 'as it was, and as it is');
        $do(['do' => 'ink', 'ink' => '#a02020']);
        self::assertSame($ids, array_reverse($this->found('colour=red')));
        $made = $do(['do' => 'duplicate'])->json('made');
        self::assertCount(4, $this->found(''));
        self::assertSame('A again', Brush::query()->findOrFail($made[0])->name);
        $do(['do' => 'aside']);
        self::assertCount(2, $this->found(''));
        foreach (range(1, 9) as $_) {
            $this->postJson('/keep/undo')->assertOk();
        }
        $this->postJson('/keep/undo')->assertOk()->assertJson(['was' => null]);
        self::assertSame($before, $rows());
        self::assertSame(0, Brush::query()->findOrFail($ids[0])->versions()->count());
        self::assertSame([], $this->found('colour=red'), 'what it is found by goes back too');
        self::assertCount(2, $this->found(''));
        foreach (range(1, 9) as $_) {
            $this->postJson('/keep/redo')->assertOk();
        }
        self::assertSame($made, Brush::library()->get()->modelKeys());
    }

    public function test_what_is_set_aside_stays_until_somebody_asks(): void
    {
        $brush = $this->named('Barnacle');
        $other = $this->brush();
        $this->deleteJson("/brushes/{$brush->id}")->assertOk();
        DB::table('brushes')->where('id', $brush->id)->update(['deleted_at' => now()->subDays(7)]);
        $aside = $this->getJson('/keep/aside')->assertOk();
        $aside->assertJson(['count' => 1, 'aside' => [['name' => 'Barnacle', 'since' => '1 week ago']]]);
        self::assertGreaterThan(100, $aside->json('bytes'));
        $this->get("/brushes/{$brush->id}/strip")->assertOk();
        $this->postJson('/keep/do', ['do' => 'back', 'ids' => [$brush->id]])->assertOk();
        self::assertContains($brush->id, $this->found('q=barnacle'));

        $this->postJson('/keep/do', ['do' => 'aside', 'ids' => [$brush->id]])->assertOk();
        $this->deleteJson('/keep/aside')->assertOk()->assertJson(['aside' => ['count' => 0, 'bytes' => 0]]);
        self::assertNull(Brush::withTrashed()->find($brush->id));
        self::assertNotNull($other->refresh()->tip);
        $this->postJson('/keep/undo')->assertOk()->assertJson(['was' => null]);
        $this->get('/keep')->assertOk();
    }

    public function test_makers_and_tags_are_renamed_made_one_and_taken_away(): void
    {
        $brush = $this->named('A');
        $brush->update(['tags' => ['shore', 'sand'], 'maker_id' => Maker::query()->create(['name' => 'Ines Tarn'])->id]);
        $this->postJson('/tags', ['tag' => 'shore', 'into' => 'sand'])->assertOk()->assertJson(['tags' => [['tag' => 'sand', 'count' => 1]]]);
        self::assertSame(['sand'], $brush->refresh()->tags);
        $this->postJson('/tags', ['tag' => 'sand', 'into' => ''])->assertOk()->assertJson(['tags' => []]);
        $other = Maker::query()->create(['name' => 'I. Tarn']);
        $this->postJson("/makers/{$brush->maker_id}/merge", ['into' => $brush->maker_id])->assertUnprocessable();
        $this->postJson("/makers/{$brush->maker_id}/merge", ['into' => $other->id])->assertOk()->assertJson(['makers' => [['name' => 'I. Tarn', 'count' => 1]]]);
        self::assertSame($other->id, $brush->refresh()->maker_id);
        $this->deleteJson("/makers/{$other->id}")->assertOk()->assertJson(['makers' => []]);
        self::assertNull($brush->refresh()->maker_id);
        foreach (range(1, 4) as $_) {
            $this->postJson('/keep/undo')->assertOk();
        }
        self::assertSame(['shore', 'sand'], $brush->refresh()->tags);
        self::assertSame('Ines Tarn', $brush->maker?->name);
    }

    public function test_nothing_that_is_typed_is_taken_for_more_than_words(): void
    {
        self::assertSame('"a"* "b2"*', SearchTable::question(" a-b2 \x00"));
        self::assertSame('', SearchTable::question('*"(){}'));
        $this->postJson('/sets', ['name' => '  ', 'ids' => []])->assertUnprocessable()->assertJson(['message' => 'A set needs a name.']);
        $this->postJson('/keep/do', ['do' => 'aside', 'ids' => [99]])->assertUnprocessable()->assertJson(['message' => 'None of these brushes is here any more. Choose them anew.']);
        $this->postJson('/keep/do', ['do' => 'tag', 'ids' => [$this->brush()->id], 'tag' => ' , '])->assertUnprocessable();
    }
}
