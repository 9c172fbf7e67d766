<?php

declare(strict_types=1);

namespace Database\Seeders;

use App\Cutting\TipMaker;
use App\Gathering\SourceIntake;
use App\Gathering\Ways;
use App\Models\Brush;
use App\Models\BrushSet;
use App\Models\FrameSet;
use App\Models\Maker;
use App\Models\Source;
use App\Pictures\PictureFile;
use App\Store\BlobStore;
use App\Tuning\DrawnMark;
use Database\Almanac\Almanac;
use Database\Almanac\BrushBook;
use Database\Almanac\Materials;
use Illuminate\Database\Seeder;
use LogicException;
use Yarrowfog\Core\Cut\CutList;
use Yarrowfog\Core\Form\FieldValues;
use Yarrowfog\Core\JsonReader;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Practice\PracticePen;
use Yarrowfog\Core\Stroke\Practice\Recording;
use Yarrowfog\Core\Tip\TipKind;

/** Sources and brushes of the Saltmarsh Almanac. */
final class AlmanacBrushes extends Seeder
{
    /** The brushes that come first, in their order. */
    private const FIRST = ['Slate chalk', 'Rain line', 'Rope run', 'Gull feather', 'Harbour seal', 'Barnacle'];

    private SourceIntake $sources;

    private TipMaker $maker;

    private Ways $ways;

    public function run(SourceIntake $sources, TipMaker $maker, Ways $ways): void
    {
        [$this->sources, $this->maker, $this->ways] = [$sources, $maker, $ways];
        $scans = Almanac::pictures();
        $drawn = BrushBook::drawn();
        foreach ([...self::FIRST, ...array_diff(array_keys($drawn), self::FIRST)] as $name) {
            isset($scans[$name]) ? $this->scanned($name, $scans[$name]) : $this->drawn($name, $drawn[$name]);
        }
        $this->sign();
    }

    /** Makers with their marks, and the sets. */
    private function sign(): void
    {
        $kept = app(BlobStore::class);
        $makers = [];
        foreach (BrushBook::makers() as $name => $told) {
            $isFirst = $makers === [];
            $makers[$name] = Maker::query()->create([
                ...$told,
                'name' => $name,
                'mark' => $kept->put(($isFirst ? Materials::gull(0.8) : Materials::cockle())->tip()),
                'signature' => $kept->put(PictureFile::png(DrawnMark::of(Recording::of(PracticePen::named($isFirst ? 'handwriting' : 'loops', 420, 150)), 480))),
            ]);
        }
        $brushes = Brush::library()->get()->keyBy('name');
        $position = 0;
        foreach (BrushBook::sets() as $name => $told) {
            $set = BrushSet::query()->create(['name' => $name, 'note' => $told['note'], 'maker_id' => $makers[$told['maker']]->id, 'position' => ++$position]);
            foreach ($told['brushes'] as $place => $brush) {
                $on = $brushes->get($brush) ?? throw new LogicException("There is no brush “{$brush}”.");
                $set->members()->create(['brush_id' => $on->id, 'position' => $place]);
                if ($on->maker_id === null) {
                    $on->update(['maker_id' => $makers[$told['maker']]->id]);
                }
            }
        }
    }

    private function scanned(string $name, string $picture): void
    {
        $list = CutList::read(['steps' => [
            ['step' => 'clear-paper', 'numbers' => ['whitePoint' => 188, 'blackPoint' => 48]],
            ['step' => 'trim', 'numbers' => ['margin' => 6, 'threshold' => 0.1]],
            ['step' => 'centre'],
            ['step' => 'square'],
            ['step' => 'scale', 'numbers' => ['side' => 256]],
        ]]);
        $brush = $this->maker->make($this->sources->takeIn($picture, "{$name}, scan"), $list, $name);
        $brush->update(['kept' => BrushSettings::read(BrushBook::scanned($name))]);
    }

    /** @param  array{frames: list<\Database\Almanac\Drawing>|array{growth: list<int>}, kind: string, tags: list<string>, note: string, atHand?: list<string>, brush: array<string, mixed>}  $entry */
    private function drawn(string $name, array $entry): void
    {
        $sources = [];
        foreach ($entry['frames']['growth'] ?? [] as $roll) {
            $sources[] = $this->take('growth', ['plant' => 'grass tuft', 'side' => 480, 'roll' => $roll]);
        }
        foreach (isset($entry['frames']['growth']) ? [] : $entry['frames'] as $i => $drawing) {
            $sources[] = $this->sources->takeIn($drawing->tip(), $i === 0 ? "{$name}, drawn" : $name.', drawn '.($i + 1), 'drawn');
        }
        // A band meets itself at its ends: nothing is put round it.
        $list = CutList::read(['kind' => $entry['kind'], 'steps' => isset($entry['brush']['settings']['laidAs']) ? [] : [['step' => 'trim', 'numbers' => ['margin' => 2, 'threshold' => 0.02]], ['step' => 'square']]]);
        $brush = count($sources) === 1 ? $this->maker->make($sources[0], $list, $name) : $this->maker->makeOfSet(FrameSet::query()->create([
            'name' => $name,
            'cut_list' => $list,
            'frames' => array_map(fn (Source $source): array => ['source' => $source->id, 'own' => null], $sources),
            'evened' => true,
        ]), $name);
        $brush->update([
            'kept' => BrushSettings::read(['kind' => $entry['kind'], ...$entry['brush']])->ofKind(TipKind::from($entry['kind'])),
            'tags' => $entry['tags'],
            'note' => $entry['note'],
            'at_hand' => $entry['atHand'] ?? null,
        ]);
    }

    /** @param  array<string, mixed>  $numbers */
    private function take(string $way, array $numbers): Source
    {
        $found = $this->ways->find($way) ?? throw new LogicException("There is no way “{$way}”.");
        $values = FieldValues::read($found->params(), JsonReader::of($numbers));

        return $this->sources->takeFrom($found, $values, $found->name($values));
    }
}
