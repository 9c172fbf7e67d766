<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\JsonBody;
use App\Models\Brush;
use App\Models\PenRecording;
use App\Painting\BrushTextureLoader;
use App\Painting\PixelPatches;
use App\Painting\StrokeRequest;
use App\Tuning\SwatchPainter;
use App\Tuning\SwatchRequest;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;
use Yarrowfog\Core\Advice\Idle;
use Yarrowfog\Core\Advice\Influence;
use Yarrowfog\Core\Advice\PenReading;
use Yarrowfog\Core\Advice\RangeStrip;
use Yarrowfog\Core\Advice\Stages;
use Yarrowfog\Core\Advice\StepReport;
use Yarrowfog\Core\Curve;
use Yarrowfog\Core\Paint\Stroke\Swatch;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\Beginnings;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Practice\Movements;
use Yarrowfog\Core\Stroke\Practice\PracticePen;
use Yarrowfog\Core\Stroke\Sample;
use Yarrowfog\Core\Stroke\SettingsTable;
use Yarrowfog\Core\Stroke\Station;
use Yarrowfog\Core\Stroke\Trace;

/** What Tune shows of a brush as it stands: painted, and told. Nothing is stored here. */
final class SwatchController
{
    /** px of the strip of each beginning. */
    private const BEGINNING = [380, 128];

    /** px of the strip of each movement of the practice pen, and the size at which it is painted at most. */
    private const MOVEMENT = [380, 104];

    private const MOVEMENT_SIZE = 30.0;

    /** ms that one answer about influence takes, or little more. */
    private const SHORT_WHILE = 70;

    /** dpi from a screen to the finest print. */
    private const DPI = [36, 2400];

    /** The strokes painted with the settings in hand. */
    public function swatch(Request $request, Brush $brush, SwatchPainter $painter): Response
    {
        $order = SwatchRequest::read(JsonBody::read($request)->keys(SwatchRequest::KEYS), $brush->parts());
        $patches = new PixelPatches;
        foreach ($painter->parts($order) as [$area, $picture]) {
            $patches->add($area, $picture);
        }

        return $patches->answer(['curves' => (object) self::curves($order->brush)]);
    }

    /** A piece of a stroke painted on the swatch by hand. */
    public function piece(Request $request, Brush $brush, SwatchPainter $painter): Response
    {
        $body = JsonBody::read($request)->keys([...SwatchRequest::KEYS, 'stroke', 'realPressure', 'samples', 'state']);
        $answer = $painter->piece(SwatchRequest::read($body, $brush->parts()), StrokeRequest::stroke($body), $body->flag('realPressure', true), Trace::readSamples($body), $body->has('state') ? $body->object('state') : null);

        return $answer === null
            ? (new PixelPatches)->answer(['again' => true])
            : $answer['patches']->answer(['state' => $answer['state'], 'provisional' => $answer['provisional'], 'readings' => (object) $answer['readings']]);
    }

    /** What stands between the stations, the step report and why settings are idle. */
    public function advice(Request $request, Brush $brush, BrushTextureLoader $tips): JsonResponse
    {
        $body = JsonBody::read($request)->keys([...SwatchRequest::KEYS, 'dpi']);
        $order = SwatchRequest::read($body, $brush->parts());
        $kit = $order->kit($tips);
        $inUse = Idle::inUse($kit, $order->brush);
        $traces = $order->traces();
        $stages = Stages::all($inUse, $traces, $order->roll);
        $size = $inUse->base('size');

        return new JsonResponse([
            'stages' => array_map(fn (Stages $s): array => $s->toArray(), $stages),
            'leading' => Stages::leading($stages),
            'tip' => ['width' => $kit->frames[0]->size(0)[0], 'height' => $kit->frames[0]->size(0)[1]],
            'report' => [...StepReport::of($kit, $order->brush)->toArray(), 'print' => round(StepReport::millimetres($size, $body->number('dpi', self::DPI[0], self::DPI[1], 300)), 2)],
            'idle' => (object) ($traces === [] ? [] : Idle::settings($inUse, $traces)),
            'still' => (object) ($traces === [] ? [] : Idle::drives($inUse, $traces, $order->roll)),
        ]);
    }

    /**
     * How much settings change the swatch now, and why where they do not: as many as can be told in a
     * short while, and from which one on to ask again. Long answers would keep a stroke waiting.
     */
    public function influence(Request $request, Brush $brush, BrushTextureLoader $tips): JsonResponse
    {
        $body = JsonBody::read($request)->keys([...SwatchRequest::KEYS, 'from', 'station']);
        $order = SwatchRequest::read($body, $brush->parts());
        $all = self::stationFirst($body->choice('station', array_column(Station::cases(), 'value'), Station::Hand->value));
        $ids = $body->has('from') ? array_slice($all, (int) array_search($body->choice('from', $all), $all, true)) : $all;
        $until = hrtime(true) + self::SHORT_WHILE * 1000000;
        $influence = Influence::some($order->kit($tips), $order->brush, $order->roll, $order->tracesWithin(Influence::WIDTH, Influence::HEIGHT), $ids, fn (): bool => hrtime(true) < $until);

        return new JsonResponse([...array_map(fn (array $a): object => (object) $a, $influence->toArray()), 'next' => $ids[count($influence->settings)] ?? null]);
    }

    /** @return list<string> settings, those of the station that is looked at before the others */
    private static function stationFirst(string $station): array
    {
        $isThere = fn (string $id): bool => SettingsTable::get($id)->station->value === $station;

        return [...array_values(array_filter(SettingsTable::ids(), $isThere)), ...array_values(array_filter(SettingsTable::ids(), fn (string $id): bool => ! $isThere($id)))];
    }

    /** One stroke at five values of a setting, from low to high. */
    public function range(Request $request, Brush $brush, BrushTextureLoader $tips): Response
    {
        $body = JsonBody::read($request)->keys([...SwatchRequest::KEYS, 'setting']);
        $order = SwatchRequest::read($body, $brush->parts());
        $strip = RangeStrip::of($order->kit($tips), $order->brush, $body->choice('setting', array_keys(SettingsTable::all())), $order->roll);
        $patches = new PixelPatches;
        foreach ($strip->strokes as $stroke) {
            $patches->add($stroke['picture']->bounds(), $stroke['picture']);
        }

        return $patches->answer(['values' => array_column($strip->strokes, 'value')]);
    }

    /** This tip as each of the beginnings would paint it. */
    public function beginnings(Request $request, Brush $brush, BrushTextureLoader $tips): Response
    {
        $order = SwatchRequest::read(JsonBody::read($request)->keys(SwatchRequest::KEYS), $brush->parts());
        [$w, $h] = self::BEGINNING;
        $swell = Movements::swell(new Rect(30, 30, $w - 60, $h - 60));
        $tap = new Trace([new Sample(0, $w / 2, $h / 2, 0.9)]);
        $patches = new PixelPatches;
        $begun = [];
        foreach (Beginnings::all() as $name => $beginning) {
            $as = Beginnings::of($name, $order->brush);
            // The strip is a small swatch: the brush shrinks with it.
            $small = $as->scale(0.6);
            $trace = $as->choices->onePerPress ? $tap : $swell;
            $patches->add(new Rect(0, 0, $w, $h), Swatch::paint($tips->kitOf($order->parts, $small), $small, [$trace], $order->roll, $w, $h, Swatch::ground($small, $w, $h)));
            $begun[] = ['name' => $name, 'sentence' => $beginning['sentence'], 'brush' => $as->toArray()];
        }

        return $patches->answer(['beginnings' => $begun]);
    }

    /**
     * Every movement of the practice pen by name, painted with this brush: all of them, or the one that is asked for, so
     * that a page can show them one by one.
     */
    public function movements(Request $request, Brush $brush, BrushTextureLoader $tips): Response
    {
        $body = JsonBody::read($request)->keys([...SwatchRequest::KEYS, 'movement']);
        $only = $body->has('movement') ? $body->integer('movement', 0, 10000) : null;
        $order = SwatchRequest::read($body, $brush->parts());
        [$w, $h] = self::MOVEMENT;
        $small = $order->brush->scale(min(0.6, self::MOVEMENT_SIZE / max(1.0, $order->brush->base('size'))));
        $kit = $order->kit($tips);
        $patches = new PixelPatches;
        $movements = [];
        $paint = function (Trace ...$traces) use ($only, &$movements, $patches, $kit, $small, $order, $w, $h): void {
            if ($only === null || $only === count($movements)) {
                $patches->add(new Rect(0, 0, $w, $h), Swatch::paint($kit, $small, array_values($traces), $order->roll, $w, $h, Swatch::ground($small, $w, $h)));
            }
        };
        foreach (PracticePen::sentences() as $name => $sentence) {
            $paint(...PracticePen::named($name, $w, $h));
            $movements[] = ['pen' => $name, 'recorded' => null, 'name' => $name, 'sentence' => $sentence];
        }
        foreach (PenRecording::query()->latest('id')->get() as $recording) {
            if (! $recording->isWhole()) {
                $paint();
                $movements[] = ['pen' => SwatchRequest::BY_HAND, 'recorded' => $recording->id, 'name' => $recording->name, 'sentence' => 'This recording is damaged and cannot be replayed. Delete it, or record it anew.', 'url' => url("/recordings/{$recording->id}"), 'file' => ''];

                continue;
            }
            $paint(...$recording->strokes->fittedTo(new Rect(12, 10, $w - 24, $h - 20)));
            $movements[] = ['pen' => SwatchRequest::BY_HAND, 'recorded' => $recording->id, 'name' => $recording->name, 'sentence' => $recording->facts(), 'url' => url("/recordings/{$recording->id}"), 'file' => route('recordings.download', $recording)];
        }

        return $patches->answer(['movements' => $movements]);
    }

    /**
     * The curves as lines to draw: of settings that are curves, and of drives.
     *
     * @return array<string, list<array{float, float}>> by setting, and by setting and input
     */
    private static function curves(BrushSettings $settings): array
    {
        $line = fn (Curve $curve): array => array_map(fn (int $i): array => [$i / 48, round($curve->at($i / 48), 4)], range(0, 48));
        $curves = [];
        foreach ($settings->values as $id => $value) {
            if ($value->base instanceof Curve) {
                $curves[$id] = $line($value->base);
            }
            foreach ($value->drives as $drive) {
                $curves[PenReading::key($id, $drive)] = $line($drive->curve);
            }
        }

        return $curves;
    }
}
