<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Cutting\Cutter;
use App\Cutting\TipMaker;
use App\Gathering\SourceIntake;
use App\Models\Brush;
use App\Models\FrameSet;
use App\Models\Tip;
use App\Pictures\PictureFile;
use App\Work\Progress;
use Illuminate\Support\Str;
use PHPUnit\Framework\Attributes\TestWith;
use ReflectionProperty;
use Tests\Core\Cut\MadePages;
use Tests\Core\Pictures;
use Yarrowfog\Core\Cut\CutList;
use Yarrowfog\Core\Cut\Thing\PatchGraph;
use Yarrowfog\Core\Raster\Bitmap;

final class CutTest extends FeatureTestCase
{
    private const CLEAN = ['step' => 'clear-paper', 'numbers' => ['whitePoint' => 200, 'blackPoint' => 30]];

    /** What is kept half way must not be taken for the result of other numbers. */
    public function test_a_preview_that_goes_on_from_half_way_is_that_of_the_whole_list(): void
    {
        $this->atAWorker();
        $source = $this->source();
        $list = fn (float $white, float $sigma): array => ['steps' => [['step' => 'clear-paper', 'numbers' => ['whitePoint' => $white]], ['step' => 'blur', 'numbers' => ['sigma' => $sigma]], ['step' => 'trim']]];
        $pixels = fn (array $list, int $at): array => self::showing(self::preview($this->postJson("/cut/{$source->id}/look/preview", ['list' => $list, 'at' => $at])));
        foreach ([[200, 1, 1], [200, 3, 1], [190, 3, 0], [190, 3, 2], [200, 1, 2], [200, 1, 1]] as [$white, $sigma, $at]) {
            $whole = CutList::read($list($white, $sigma))->replay(PictureFile::read($this->scan())->bitmap());
            self::assertTrue(self::showing($whole) === $pixels($list($white, $sigma), $at), "white {$white}, σ {$sigma}, at {$at}");
        }
    }

    public function test_every_step_has_a_picture_of_its_effect(): void
    {
        $source = $this->source();
        $effects = self::patches($this->postJson("/cut/{$source->id}/effects", ['kind' => 'ink mask', 'steps' => [self::CLEAN]]));
        self::assertSameSize($effects['words']['steps'], $effects['patches']);
        self::assertContains('rough-edge', $effects['words']['steps']);
        foreach ($effects['patches'] as $patch) {
            self::assertLessThanOrEqual(120, max($patch['picture']->width, $patch['picture']->height));
        }
    }

    public function test_sources_are_cut_together_into_frames(): void
    {
        $ids = [$this->source()->id, $this->source()->id, $this->source()->id];
        $url = $this->postJson('/cut-sets', ['sources' => $ids])->assertCreated()->json('cut');
        $set = FrameSet::query()->firstOrFail();
        $this->get($url.'?frame=1')->assertOk()->assertSee('Make tip of', false);
        $this->putJson("/cut-sets/{$set->id}", [
            'list' => ['steps' => [self::CLEAN, ['step' => 'trim']]],
            'frames' => [
                ['source' => $ids[2], 'own' => null],
                ['source' => $ids[0], 'own' => ['steps' => [self::CLEAN, ['step' => 'trim', 'numbers' => ['margin' => 30]]]]],
                ['source' => $ids[1], 'own' => null],
            ],
        ])->assertOk();
        $brush = Brush::query()->findOrFail($this->postJson("/cut-sets/{$set->id}/tip", ['name' => 'Blots'])->assertCreated()->json('brush'));
        // In Gather each source of it says which tip it is a frame of, once.
        preg_match('#id="gather-data"[^>]*>(.*?)</script>#s', (string) $this->get('/gather')->assertOk()->getContent(), $page);
        $wall = json_decode($page[1] ?? '', true)['sources'];
        foreach ($ids as $id) {
            self::assertSame(['Blots'], array_column(array_column($wall, 'tips', 'id')[$id], 'name'));
        }
        self::assertSame([$ids[2], $ids[0], $ids[1]], array_column($brush->tip->pictures(), 'source'));
        self::assertCount(1, array_unique(array_column($brush->tip->pictures(), 'width')), 'a common box');
        // The frame with a wide margin of its own made the box wide.
        self::assertGreaterThan(110, $brush->tip->width);
        $this->get("/tune/{$brush->id}")->assertOk();
        self::patches($this->postJson("/tune/{$brush->id}/look/swatch", ['brush' => $brush->current()->toArray(), 'roll' => 1, 'width' => 300, 'height' => 100]));
    }

    public function test_the_things_of_one_picture_are_parted_into_frames_that_share_their_list(): void
    {
        $source = app(SourceIntake::class)->takeIn(self::blots([[60, 60, 30], [180, 60, 20], [60, 150, 10]]), 'Blots');
        $list = ['steps' => [self::CLEAN, ['step' => 'trim', 'numbers' => ['margin' => 4]]]];
        $url = $this->postJson("/cut/{$source->id}/part", ['list' => $list])->assertCreated()->json('cut');
        $set = FrameSet::query()->firstOrFail();
        self::assertSame(['clear-paper', 'one-thing', 'trim'], array_column($set->cutListOrFirst()->toArray()['steps'], 'step'));
        self::assertSame([$source->id, $source->id, $source->id], array_column($set->frames, 'source'));
        preg_match('#id="cut-data"[^>]*>(.*?)</script>#s', (string) $this->get($url.'?frame=1')->assertOk()->getContent(), $page);
        $data = json_decode($page[1] ?? '', true);
        self::assertSame($set->frames[1]['place'] ?? null, $data['list']['steps'][1]['numbers']['place'][0], 'each frame points at its own');
        $brush = Brush::query()->findOrFail($this->postJson("/cut-sets/{$set->id}/tip", [])->assertCreated()->json('brush'));
        self::assertCount(3, $brush->tip->pictures());
        self::assertEqualsWithDelta(68, $brush->tip->width, 2);
        $ink = fn (int $frame): int => count(array_filter(PictureFile::read((string) $this->get("/tips/{$brush->tip_id}/frames/{$frame}")->getContent())->bitmap()->pixels, fn (int $p): bool => ($p & 255) > 127));
        self::assertEqualsWithDelta([M_PI * 900, M_PI * 400, M_PI * 100], array_map($ink, [0, 1, 2]), 60);

        // What is changed for all holds for all, and each keeps its thing; the page sends it as it was told.
        $frames = array_map(fn (array $f): array => array_intersect_key($f, array_flip(['source', 'own', 'place', 'box'])), $data['set']['frames']);
        $all = $data['set']['shared'];
        $all['steps'][2]['numbers']['margin'] = 14;
        $this->putJson("/cut-sets/{$set->id}", ['list' => $all, 'frames' => $frames])->assertOk();
        self::assertEquals($set->frames, $set->refresh()->frames);
        $this->postJson("/tips/{$brush->tip_id}/remake", ['list' => $all])->assertOk();
        self::assertEqualsWithDelta(88, $brush->tip->refresh()->width, 2);
        self::assertEqualsWithDelta([M_PI * 900, M_PI * 400, M_PI * 100], array_map($ink, [0, 1, 2]), 60);
        foreach ([['place' => [0.5]], ['place' => [0.5, 2]], ['place' => 'x'], ['box' => [0, 0, 1]], ['box' => [1, 2, 3, 4]], ['where' => 1]] as $wrong) {
            $this->putJson("/cut-sets/{$set->id}", ['list' => $all, 'frames' => [[...$frames[0], ...$wrong], $frames[1]]])->assertUnprocessable();
        }
    }

    /** What frames have in common is done once; what is kept half way must not be taken for the result of another list. */
    public function test_frames_of_one_source_are_cut_as_each_alone_is(): void
    {
        $source = app(SourceIntake::class)->takeIn(self::blots([[60, 60, 30], [180, 60, 20]]), 'Blots');
        $other = $this->source();
        $list = fn (array ...$steps): CutList => CutList::read(['steps' => $steps]);
        $one = fn (float $x): array => ['step' => 'one-thing', 'numbers' => ['place' => [[$x, 0.3]]]];
        $frames = [
            [$source, $list(self::CLEAN, $one(0.25), ['step' => 'trim'])],
            [$source, $list(self::CLEAN, $one(0.75), ['step' => 'trim'])],
            [$source, $list(self::CLEAN, $one(0.75), ['step' => 'blur', 'numbers' => ['sigma' => 2]], ['step' => 'trim'])],
            [$source, $list(['step' => 'invert-ink'], ['step' => 'trim'])],
            [$other, $list(self::CLEAN, ['step' => 'trim'])],
            [$source, $list(self::CLEAN, $one(0.75), ['step' => 'trim'])],
        ];
        $cutter = app(Cutter::class);
        $cuts = $cutter->frames($frames, Progress::of(null), 0.9);
        self::assertCount(6, $cuts);
        foreach ($frames as $i => [$from, $by]) {
            self::assertSame($cutter->whole($from, $by, Progress::of(null))->pixels, $cuts[$i]->pixels, "frame {$i}");
        }
        self::assertSame($cuts[1]->pixels, $cuts[5]->pixels);
    }

    public function test_previews_of_a_thing_taken_out_are_those_of_the_whole_list(): void
    {
        $this->atAWorker();
        $photo = Pictures::bitmap(240, 180, fn (int $x, int $y): int => (hypot($x - 120, $y - 90) < 50 ? 0xC08030FF : 0x4A6078FF) + (($x * 7 + $y * 13) % 9 << 16));
        $source = app(SourceIntake::class)->takeIn(PictureFile::encode(240, 180, $photo->toBytes(), 'png'), 'Disc');
        $list = fn (float $left, float $sigma): array => ['kind' => 'own colours', 'steps' => [['step' => 'crop', 'numbers' => ['left' => 0.02]], ['step' => 'take-thing', 'numbers' => ['area' => [[$left, 0.1], [0.9, 0.9]]]], ['step' => 'blur', 'numbers' => ['sigma' => $sigma]], ['step' => 'trim']]];
        foreach ([[0.1, 1, 2], [0.1, 3, 2], [0.45, 3, 1], [0.45, 2, 3], [0.1, 2, 0], [0.1, 1, 3]] as [$left, $sigma, $at]) {
            $asked = ['list' => $list($left, $sigma), 'at' => $at];
            $whole = CutList::read($asked['list'])->replay($photo);
            self::assertTrue(self::showing($whole) === self::showing(self::preview($this->postJson("/cut/{$source->id}/look/preview", $asked))), "area from {$left}, σ {$sigma}, at {$at}");
            $this->postJson("/cut/{$source->id}/look/checks", $asked)->assertOk();
        }
    }

    /** Of a thing in a photo most is nothing, and the page waits for every byte. */
    public function test_a_preview_holds_no_more_than_what_shows(): void
    {
        $photo = Pictures::bitmap(240, 180, fn (int $x, int $y): int => (hypot($x - 90, $y - 70) < 40 ? 0xC08030FF : 0x4A6078FF) + (($x * 7 + $y * 13) % 9 << 16));
        $source = app(SourceIntake::class)->takeIn(PictureFile::encode(240, 180, $photo->toBytes(), 'png'), 'Disc');
        $look = fn (array $steps) => $this->postJson("/cut/{$source->id}/look/preview", ['list' => ['kind' => 'own colours', 'steps' => $steps]]);
        $taken = $look([['step' => 'take-thing', 'numbers' => ['area' => [[0.1, 0.1], [0.8, 0.8]]]]]);
        [$patch] = self::patches($taken)['patches'];
        $area = [$patch['x'], $patch['y'], $patch['picture']->width, $patch['picture']->height];
        foreach ([50, 30, 80, 80] as $i => $expected) {
            self::assertEqualsWithDelta($expected, $area[$i], 4);
        }
        self::assertSame([240, 180], [self::preview($taken)->width, self::preview($taken)->height]);
        self::assertSame([0, 0, 240, 180], self::preview($look([]))->visible()->toArray());
        $blank = app(SourceIntake::class)->takeIn(PictureFile::encode(40, 30, str_repeat("\xFF", 4800), 'png'), 'Blank');
        self::assertSame([], self::patches($this->postJson("/cut/{$blank->id}/look/preview", ['list' => ['steps' => [self::CLEAN]]]))['patches']);
    }

    /** The first mark must not wait for what all marks need. */
    public function test_what_marks_need_is_found_before_the_first_one(): void
    {
        $this->atAWorker();
        $known = fn (): int => count((new ReflectionProperty(PatchGraph::class, 'known'))->getValue() ?? []);
        $before = $known();
        $photo = Pictures::bitmap(120, 90, fn (int $x, int $y): int => (hypot($x - 60, $y - 45) < 25 ? 0xC08030FF : 0x4A6078FF) + (($x * 7 + $y * 13) % 9 << 16));
        $source = app(SourceIntake::class)->takeIn(PictureFile::encode(120, 90, $photo->toBytes(), 'png'), 'Disc');
        $ask = fn (array $step, int $at) => $this->postJson("/cut/{$source->id}/look/preview", ['list' => ['kind' => 'own colours', 'steps' => [['step' => 'crop', 'numbers' => ['left' => 0.02]], ['step' => 'take-thing', ...$step]]], 'at' => $at])->assertOk();
        $ask(['on' => false], 1);
        $ask([], 0);
        self::assertSame($before, $known());
        $ask([], 1);
        self::assertSame($before + 1, $known());
        $ask(['numbers' => ['area' => [[0.1, 0.1], [0.9, 0.9]]]], 1);
        self::assertSame($before + 1, $known(), 'it is the one that the mark needs');
    }

    public function test_corners_are_found_as_the_picture_reaches_the_step(): void
    {
        $photo = MadePages::photo(MadePages::corners(0.7071, 30, 15, 12, 0.9, 0.6), 'slate', 3);
        $source = app(SourceIntake::class)->takeIn(PictureFile::encode($photo->width, $photo->height, $photo->toBytes(), 'png'), 'Sheet');
        $find = fn (array $steps, int $at): mixed => $this->postJson("/cut/{$source->id}/corners", ['list' => ['steps' => $steps], 'at' => $at])->assertOk()->json('corners');
        $plain = $find([], 0);
        $flipped = $find([['step' => 'flip'], ['step' => 'straighten']], 1);
        self::assertCount(4, $plain);
        // The upper left of the flipped picture is the upper right of what it was.
        self::assertEqualsWithDelta([1 - $plain[1][0], $plain[1][1]], $flipped[0], 0.01);
        self::assertEquals($plain, $find([['step' => 'flip'], ['step' => 'straighten']], 0));
        $this->postJson("/cut/{$this->source()->id}/corners", ['list' => ['steps' => []]])->assertUnprocessable()->assertJsonPath('message', 'Nothing with four corners stands out here. Drag the corners to where they are.');
    }

    public function test_a_mix_of_greys_is_made_for_a_picture_and_both_prints_are_shown(): void
    {
        $in = Pictures::bitmap(120, 80, fn (int $x, int $y): int => hypot($x - 60, $y - 40) < 30 ? ($x < 60 ? 0xDC2828FF : 0x1E6028FF) : 0);
        $source = app(SourceIntake::class)->takeIn(PictureFile::encode(120, 80, $in->toBytes(), 'png'), 'Apple');
        $numbers = $this->postJson("/cut/{$source->id}/greys", ['list' => ['steps' => [['step' => 'crop']]], 'at' => 1])->assertOk()->json('numbers');
        $list = ['steps' => [['step' => 'grey-mix', 'numbers' => $numbers], ['step' => 'trim']]];
        CutList::read($list);
        $strips = fn (array $asked): array => array_map(fn (array $p): array => $p['picture']->pixels, self::patches($this->postJson("/cut/{$source->id}/look/checks", $asked))['patches']);
        $both = $strips(['list' => $list, 'at' => 0, 'without' => 0]);
        self::assertCount(3, $both);
        self::assertNotSame($both[1], $both[2]);
        self::assertSame($strips(['list' => ['steps' => [['step' => 'trim']]], 'at' => 0])[1], $both[2], 'as if the step were not there');
        self::assertCount(2, $strips(['list' => $list, 'at' => 0]));
        $one = app(SourceIntake::class)->takeIn(PictureFile::encode(20, 20, Bitmap::ofColour(20, 20, 0xAA5500FF)->toBytes(), 'png'), 'Plain');
        $this->postJson("/cut/{$one->id}/greys", ['list' => ['steps' => []]])->assertUnprocessable()->assertJsonPath('message', 'There is only one colour here: no mix parts it.');
    }

    public function test_one_thing_is_not_parted_and_of_very_many_the_largest_are(): void
    {
        $one = $this->source();
        self::assertStringContainsString('only one thing', (string) $this->postJson("/cut/{$one->id}/part", ['list' => ['steps' => [self::CLEAN]]])->assertUnprocessable()->json('message'));
        self::assertSame(0, FrameSet::query()->count());
        $many = app(SourceIntake::class)->takeIn(self::blots(array_map(fn (int $i): array => [20 + 30 * ($i % 7), 20 + 30 * intdiv($i, 7), 6 + $i % 5], range(0, 34))), 'Many');
        $url = (string) $this->postJson("/cut/{$many->id}/part", ['list' => ['steps' => [self::CLEAN]]])->assertCreated()->json('cut');
        self::assertStringEndsWith('of=35', $url);
        self::assertCount(32, FrameSet::query()->firstOrFail()->frames);
        $this->get($url)->assertOk();
    }

    /**
     * @param  list<array{int, int, int}>  $discs  middles and radii in px
     * @return string a PNG of black discs on white
     */
    public static function blots(array $discs): string
    {
        return PictureFile::encode(240, 200, Pictures::bitmap(240, 200, fn (int $x, int $y): int => Pictures::grey(array_any($discs, fn (array $d): bool => hypot($x + 0.5 - $d[0], $y + 0.5 - $d[1]) < $d[2]) ? 10 : 255))->toBytes(), 'png');
    }

    #[TestWith([1])]
    #[TestWith([33])]
    public function test_too_few_or_too_many_frames_are_refused_with_what_can_be(int $count): void
    {
        $id = $this->source()->id;
        $this->postJson('/cut-sets', ['sources' => array_fill(0, $count, $id)])->assertUnprocessable()->assertJsonPath('message', "A tip takes 2 to 32 frames; these are {$count}.");
    }

    public function test_a_frame_whose_source_is_gone_is_told(): void
    {
        $sources = [$this->source(), $this->source(), $this->source()];
        $this->postJson('/cut-sets', ['sources' => array_column($sources, 'id')])->assertCreated();
        $sources[1]->delete();
        $this->postJson('/cut-sets/1/tip', [])->assertUnprocessable()->assertJsonPath('message', 'The source of frame 2 is gone. Take the frame out, or bring its source back in Gather.');
    }

    public function test_a_tip_is_made_anew_its_brushes_follow_and_it_is_put_back(): void
    {
        $brush = $this->brush();
        $tip = $brush->tip;
        $before = [$tip->hash, $tip->width, $tip->kind];
        $list = ['kind' => 'own colours', 'steps' => [self::CLEAN, ['step' => 'trim', 'numbers' => ['margin' => 20]]]];
        $this->postJson("/tips/{$tip->id}/remake", ['list' => $list])->assertOk();
        $tip->refresh();
        self::assertNotSame($before[1], $tip->width);
        self::assertSame('own colours', $brush->refresh()->kept->tipKind->value);
        // Its list is taken up again where it was left.
        $this->get("/cut/{$tip->source_id}?tip={$tip->id}")->assertOk()->assertSee('Make it anew');
        $this->postJson("/tips/{$tip->id}/put-back")->assertOk();
        $tip->refresh();
        self::assertSame($before, [$tip->hash, $tip->width, $tip->kind]);
        self::assertSame('ink mask', $brush->refresh()->kept->tipKind->value);
        $this->postJson("/tips/{$tip->id}/put-back")->assertUnprocessable();
    }

    public function test_lists_are_kept_by_name_and_exchanged(): void
    {
        $list = ['kind' => 'ink mask', 'steps' => [['step' => 'specks', 'on' => true, 'numbers' => ['islands' => 90, 'holes' => 3]]]];
        $kept = $this->postJson('/cut-lists', ['name' => 'Dusty scans', 'list' => $list])->assertCreated()->json();
        $file = $this->get("/cut-lists/{$kept['id']}.json")->assertOk();
        self::assertStringContainsString('dusty-scans.json', (string) $file->headers->get('Content-Disposition'));
        $this->postJson('/cut-lists/read', json_decode((string) $file->getContent(), true))->assertOk()->assertJsonPath('list.steps.0.numbers.islands', 90);
        $this->postJson('/cut-lists', ['name' => '  ', 'list' => $list])->assertUnprocessable()->assertJsonPath('message', 'Give the list a name.');
        $this->deleteJson("/cut-lists/{$kept['id']}")->assertOk();
        $this->get("/cut-lists/{$kept['id']}.json")->assertNotFound();
    }

    /** @param  array<string, mixed>  $list */
    #[TestWith([['steps' => [['step' => 'bleach']]], 'There is no step “bleach”'])]
    #[TestWith([['steps' => [['step' => 'blur', 'numbers' => ['sigma' => 900]]]], '“steps.0.numbers.sigma” is 900'])]
    #[TestWith([['steps' => [['step' => 'crop', 'numbers' => ['left' => -0.5]]]], '“steps.0.numbers.left” is -0.5'])]
    #[TestWith([['steps' => [['step' => 'ink-gain', 'numbers' => ['curve' => [[0, 0], [0.6, 1], [0.5, 1], [1, 1]]]]]], 'must lie to the right'])]
    public function test_a_list_from_a_file_is_checked(array $list, string $says): void
    {
        self::assertStringContainsString($says, (string) $this->postJson('/cut-lists/read', $list)->assertUnprocessable()->json('message'));
    }

    public function test_long_work_tells_how_far_it_is_and_can_be_called_off(): void
    {
        $job = (string) Str::uuid();
        Progress::of($job)->tell(0.5, 'Specks');
        $this->getJson("/work/{$job}")->assertOk()->assertExactJson(['part' => 0.5, 'doing' => 'Specks']);
        $this->deleteJson("/work/{$job}")->assertOk();
        $tips = Tip::query()->count();
        $this->postJson("/cut/{$this->source()->id}/tip", ['list' => ['steps' => [self::CLEAN]], 'job' => $job])->assertStatus(409)->assertJsonPath('message', 'Called off. Nothing was changed.');
        self::assertSame($tips, Tip::query()->count());
    }

    public function test_a_tip_is_taken_away_in_every_format(): void
    {
        $tip = $this->brush()->tip;
        foreach (['png' => true, 'tiff' => true, 'webp' => true, 'bmp' => false] as $format => $hasAlpha) {
            $picture = PictureFile::read((string) $this->get("/tips/{$tip->id}.{$format}")->assertOk()->getContent());
            self::assertSame([$tip->width, $tip->height], [$picture->width, $picture->height]);
            self::assertSame($hasAlpha ? 0 : 255, $picture->bitmap()->at(0, 0) & 255, $format);
            self::assertSame(0, $picture->bitmap()->at($tip->width >> 1, $tip->height >> 1) >> 8, $format);
        }
        self::assertSame(300, PictureFile::read((string) $this->get("/tips/{$tip->id}.tiff")->getContent())->dpi);
        self::assertStringContainsString('<path', (string) $this->get("/tips/{$tip->id}.svg")->assertOk()->getContent());
        self::assertSame(4, substr_count((string) $this->get("/tips/{$tip->id}.svg?greys=4")->getContent(), '<path'));
        $this->get("/tips/{$tip->id}.exe")->assertNotFound();
    }

    public function test_a_source_deleted_in_another_tab_is_told(): void
    {
        $source = $this->source();
        $source->delete();
        $this->postJson("/cut/{$source->id}/look/preview", ['list' => ['steps' => []]])->assertNotFound()->assertJsonPath('message', 'This is gone: it was deleted, perhaps in another tab. Go back to its room; what can be brought back is offered there.');
    }

    public function test_a_tip_in_its_own_colours_keeps_them_exactly_where_it_is_full(): void
    {
        $picture = Pictures::bitmap(90, 90, fn (int $x, int $y): int => hypot($x - 45, $y - 45) < 30 ? (2 * $x) << 24 | (2 * $y) << 16 | 0x40FF : 0xF4F4F0FF);
        $source = app(SourceIntake::class)->takeIn(PictureFile::png($picture), 'Coloured');
        $brush = app(TipMaker::class)->make($source, CutList::read(['kind' => 'own colours', 'steps' => [['step' => 'clear-colour', 'numbers' => ['tolerance' => 0.05, 'feather' => 2]], ['step' => 'lift-backing'], ['step' => 'trim', 'numbers' => ['margin' => 4]]]]), 'Coloured');
        $tip = PictureFile::read((string) $this->get("/tips/{$brush->tip_id}.png")->getContent())->bitmap();
        // Its colours tell where each pixel was: all must have moved by the same way, and none changed.
        $moved = [];
        $full = 0;
        foreach ($tip->pixels as $i => $p) {
            if (($p & 255) === 255) {
                $full++;
                $moved[($p >> 24) - 2 * ($i % $tip->width).' '.($p >> 16 & 255) - 2 * intdiv($i, $tip->width).' '.($p >> 8 & 255)] = true;
            }
        }
        self::assertGreaterThan(2000, $full);
        self::assertCount(1, $moved);
        self::assertStringEndsWith(' 64', (string) array_key_first($moved));
    }

    public function test_two_ink_tips_are_made_and_painted(): void
    {
        $brush = app(TipMaker::class)->make($this->source(), CutList::read(['kind' => 'two-ink', 'steps' => [self::CLEAN]]), 'Two');
        self::assertSame('two-ink', $brush->tip->kind->value);
        self::patches($this->postJson("/tune/{$brush->id}/look/swatch", ['brush' => $brush->current()->toArray(), 'roll' => 1, 'width' => 300, 'height' => 100]));
    }
}
