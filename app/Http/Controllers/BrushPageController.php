<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Bundles\BundlePacker;
use App\Cutting\TipFile;
use App\Keeping\BrushFinder;
use App\Keeping\KeepHistory;
use App\Keeping\Licences;
use App\Models\Brush;
use App\Models\BrushVersion;
use App\Models\FrameSet;
use App\Models\Maker;
use App\Models\Sheet;
use App\Models\Source;
use App\Models\Tip;
use App\Models\Tooth;
use App\Store\Rows;
use Illuminate\Contracts\View\View;
use Illuminate\Http\JsonResponse;
use Yarrowfog\Core\Form\ChoiceField;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Choice\ToothName;
use Yarrowfog\Core\Stroke\Setting;
use Yarrowfog\Core\Stroke\SettingsTable;
use Yarrowfog\Core\Stroke\SettingValue;
use Yarrowfog\Core\Stroke\SpreadKind;

/** All that is known of a brush on one page. */
final class BrushPageController
{
    /** Sources that are told of: with more, the line would not fit the page. */
    private const TOLD = 2;

    public function show(Brush $brush, BrushFinder $finder): View
    {
        $brush->load(['tip.source', 'maker']);

        return view('rooms.brush', ['brush' => $brush, 'data' => [
            'id' => $brush->id,
            'url' => url("/brushes/{$brush->id}"),
            'name' => $brush->name,
            'note' => $brush->note ?? '',
            'tags' => implode(', ', $brush->tags ?? []),
            'strip' => route('brushes.strip', [$brush, 'as' => $brush->stripKey()]),
            'licence' => $brush->licence,
            'licenceNow' => BundlePacker::licenceOf($brush),
            'licences' => Licences::OFFERED,
            'made' => $brush->made_on ?? $brush->created_at->format('Y-m-d'),
            'maker' => $brush->maker_id,
            'makers' => array_values(Maker::all()->sortBy('name')->map(fn (Maker $m): array => $m->card())->all()),
            'sets' => array_map(fn (array $set): array => ['id' => $set['id'], 'name' => $set['name'], 'isOn' => in_array($brush->id, $set['ids'], true)], $finder->sets()),
            'versions' => self::versions($brush),
            'story' => self::story($brush),
            'sheets' => self::sheets($brush),
            'differs' => self::differs($brush->kept),
            'isChanged' => $brush->isChanged(),
            'frames' => array_map(fn (int $i): string => route('tips.frame', [$brush->tip, $i]), array_keys($brush->tip->pictures())),
            'formats' => self::formats($brush->tip),
            'putTipBack' => $brush->tip->makings()->exists() ? route('tips.put-back', $brush->tip) : null,
            'bite' => $brush->bite_id === null ? null : ['name' => Tip::withTrashed()->find($brush->bite_id)->name ?? '', 'picture' => route('tips.frame', [$brush->bite_id, 0])],
            'tooth' => self::tooth($brush),
        ]]);
    }

    /** An earlier version as the brush is now: a version more, so that nothing is lost by it. */
    public function putBack(Brush $brush, int $version, KeepHistory $history): JsonResponse
    {
        $was = self::find($brush, $version);
        $history->record("Put an earlier “{$brush->name}” back", function ($record) use ($brush, $was): void {
            $parts = $was->parts ?? $brush->keptParts();
            $record->update($brush, ['kept' => $was->settings, 'tip_id' => $parts->tip, 'bite_id' => $parts->bite, 'tooth_id' => $parts->tooth, 'roll' => $was->roll, 'draft' => null, 'draft_parts' => null, 'revision' => $brush->revision + 1]);
            $record->made($brush->versions()->create(['settings' => $was->settings, 'parts' => $parts, 'roll' => $was->roll]));
        });

        return response()->json(['url' => url("/brushes/{$brush->id}")]);
    }

    /** An earlier version as a brush of its own. */
    public function branch(Brush $brush, int $version, KeepHistory $history): JsonResponse
    {
        $was = self::find($brush, $version);
        $copy = $history->record("Made a brush of an earlier “{$brush->name}”", function ($record) use ($brush, $was): Brush {
            $parts = $was->parts ?? $brush->keptParts();
            $copy = $brush->replicate(['draft', 'draft_parts', 'revision', 'changed_by']);
            $copy->fill(['name' => mb_substr($brush->name, 0, 110).' as it was', 'kept' => $was->settings, 'tip_id' => $parts->tip, 'bite_id' => $parts->bite, 'tooth_id' => $parts->tooth, 'roll' => $was->roll])->save();
            $record->madeAside($copy);

            return $copy;
        });

        return response()->json(['url' => url("/brushes/{$copy->id}")], 201);
    }

    private static function find(Brush $brush, int $version): BrushVersion
    {
        return $brush->versions()->findOrFail($version);
    }

    /** @return list<array<string, mixed>> the newest first */
    private static function versions(Brush $brush): array
    {
        return array_values(array_map(fn (BrushVersion $version): array => [
            'id' => $version->id,
            'at' => $version->created_at->diffForHumans(),
            'exact' => $version->created_at->toDayDateTimeString(),
            'strip' => route('versions.strip', $version),
            'isNow' => $version->settings == $brush->kept && $version->roll === $brush->roll && ($version->parts === null || $version->parts == $brush->keptParts()),
        ], $brush->versions()->latest('id')->get()->all()));
    }

    /** @return list<array{title: string, name: string, picture: string, url: string|null}> photo, cut list, tip, brush */
    private static function story(Brush $brush): array
    {
        $tip = $brush->tip;
        $set = $tip->frame_set_id === null ? null : FrameSet::query()->find($tip->frame_set_id);
        $sources = $set === null ? array_filter([$tip->source]) : Source::query()->findMany(array_column($set->frames, 'source'))->all();
        $story = [];
        $more = count($sources) - self::TOLD;
        foreach (array_slice(array_values($sources), 0, self::TOLD) as $i => $source) {
            $story[] = ['title' => self::came($source), 'name' => $source->name.($i === self::TOLD - 1 && $more > 0 ? " and {$more} more" : ''), 'picture' => route('sources.thumb', $source), 'url' => route('cut', $source)];
        }
        $steps = count($tip->cut_list->steps ?? []);
        if ($story !== [] && $tip->cut_list !== null) {
            $story[] = ['title' => 'Cut list', 'name' => $steps === 1 ? '1 step' : "{$steps} steps", 'picture' => '', 'url' => $tip->listUrl()];
        }
        $story[] = ['title' => 'Tip', 'name' => number_format($tip->width).' × '.number_format($tip->height).' px', 'picture' => route('tips.frame', [$tip, 0]), 'url' => $tip->listUrl()];
        $story[] = ['title' => 'Brush', 'name' => $brush->name, 'picture' => route('brushes.strip', [$brush, 'as' => $brush->stripKey()]), 'url' => route('tune', $brush)];

        return $story;
    }

    private static function came(Source $source): string
    {
        return match ($source->origin) {
            'scanner' => 'Scan', 'camera' => 'Photo', 'mark', 'drawn' => 'Drawn mark', 'sheet' => 'From a sheet', 'lettering' => 'Lettering', 'shape' => 'Shape', 'growth' => 'Growth', 'lines' => 'Drawing of lines',
            default => 'Picture',
        };
    }

    /** @return list<array{label: string, url: string}> the tip as files to take away */
    private static function formats(Tip $tip): array
    {
        $formats = [];
        foreach (array_keys(TipFile::TYPES) as $format) {
            $formats[] = ['label' => match ($format) {
                'svg' => 'SVG outline',
                'webp' => 'WebP',
                default => strtoupper($format),
            }, 'url' => route('tips.download', [$tip, $format])];
        }

        return [...$formats, ['label' => 'SVG in four greys', 'url' => route('tips.download', [$tip, 'svg', 'greys' => 4])]];
    }

    /** @return list<array{name: string, url: string, strokes: int}> */
    private static function sheets(Brush $brush): array
    {
        $rows = Rows::select('SELECT s.id, s.name, count(*) AS strokes FROM strokes k JOIN layers l ON l.id = k.layer_id JOIN sheets s ON s.id = l.sheet_id WHERE k.brush_id = ? AND k.is_down = 1 AND s.deleted_at IS NULL AND s.purpose = ? GROUP BY s.id ORDER BY max(k.id) DESC', [$brush->id, Sheet::TO_PAINT]);

        return array_map(fn (array $row): array => ['name' => (string) $row['name'], 'url' => route('try', (int) $row['id']), 'strokes' => (int) $row['strokes']], $rows);
    }

    /** @return list<array{setting: string, station: string, value: string, default: string}> */
    private static function differs(BrushSettings $settings): array
    {
        $rows = [];
        foreach (SettingsTable::all() as $id => $setting) {
            $value = $settings->value($id);
            $standard = SettingValue::standard($setting);
            if ($value->toArray() != $standard->toArray()) {
                $rows[] = ['setting' => $setting->field->label, 'station' => $setting->station->value, 'value' => self::say($setting, $value), 'default' => self::say($setting, $standard)];
            }
        }

        return $rows;
    }

    private static function say(Setting $setting, SettingValue $value): string
    {
        if ($setting->isCurve()) {
            return 'a curve';
        }
        if ($setting->field instanceof ChoiceField) {
            return $value->choice();
        }
        $unit = $setting->numberField()->unit;
        $number = fn (float $n): string => rtrim(rtrim(number_format($unit === '%' ? 100 * $n : $n, 2, '.', ''), '0'), '.').($unit === '' ? '' : " {$unit}");

        return implode(', ', array_filter([
            $number($value->number()),
            $value->spread > 0 ? 'spread '.($setting->spread === SpreadKind::AroundUnits ? $number($value->spread) : round(100 * $value->spread).' %') : '',
            $value->drives === [] ? '' : 'moved by '.implode(' and ', array_map(fn ($drive): string => $drive->input->value, $value->drives)),
        ], fn (string $part): bool => $part !== ''));
    }

    /** @return array{name: string, picture: string}|null */
    private static function tooth(Brush $brush): ?array
    {
        $tooth = $brush->kept->choices->tooth;
        if ($tooth === ToothName::Own && $brush->tooth_id !== null) {
            return ['name' => Tooth::withTrashed()->find($brush->tooth_id)->name ?? '', 'picture' => route('teeth.picture', $brush->tooth_id)];
        }

        return $brush->has_tooth && ! in_array($tooth, [ToothName::Own, ToothName::OfTheSheet], true) ? ['name' => $tooth->value, 'picture' => route('teeth.made', $tooth->value)] : null;
    }
}
