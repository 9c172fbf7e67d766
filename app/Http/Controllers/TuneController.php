<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\InHand;
use App\Http\JsonBody;
use App\Models\Brush;
use App\Painting\Patches;
use App\Painting\TipRack;
use Illuminate\Contracts\View\View;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;
use Yarrowfog\Core\Advice\Stages;
use Yarrowfog\Core\Advice\StepReport;
use Yarrowfog\Core\Paint\Swatch;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\Brush as BrushSettings;
use Yarrowfog\Core\Stroke\Curve;
use Yarrowfog\Core\Stroke\DriveInput;
use Yarrowfog\Core\Stroke\PracticePen;
use Yarrowfog\Core\Stroke\Setting;
use Yarrowfog\Core\Stroke\SettingsTable;
use Yarrowfog\Core\Stroke\SettingValue;

final class TuneController
{
    /** px of the picture that each station draws. */
    private const STATION = [220, 92];

    public function latest(InHand $inHand): View|RedirectResponse
    {
        $brush = $inHand->brush();

        return $brush === null ? view('rooms.empty', ['room' => 'tune']) : redirect()->route('tune', $brush);
    }

    public function show(Brush $brush, InHand $inHand): View
    {
        $inHand->take($brush);
        $brush->load('tip');

        return view('rooms.tune', [
            'brush' => $brush,
            'settings' => array_map(fn (Setting $s): array => $s->toArray(), SettingsTable::all()),
        ]);
    }

    /** The practice traces painted with the settings in hand. */
    public function swatch(Request $request, Brush $brush, TipRack $tips): Response
    {
        $body = JsonBody::read($request)->keys(['brush', 'roll', 'width', 'height']);
        $width = $body->integer('width', 100, 2000);
        $height = $body->integer('height', 60, 1000);
        $traces = array_merge(...array_values(PracticePen::all($width, $height)));
        $settings = BrushSettings::read($body->object('brush'));
        $patches = new Patches;
        foreach (Swatch::parts($tips->kit($brush->tip, $settings), $settings, $traces, $body->integer('roll', 0, 0x7FFFFFFF), $width, $height) as [$area, $picture]) {
            $patches->add($area, $picture);
        }

        return $patches->answer(['curves' => (object) self::curves($settings)]);
    }

    /** What stands between the stations, the step report and why settings are idle. */
    public function advice(Request $request, Brush $brush, TipRack $tips): Response
    {
        $body = JsonBody::read($request)->keys(['brush', 'roll']);
        $roll = $body->integer('roll', 0, 0x7FFFFFFF);
        $settings = BrushSettings::read($body->object('brush'));
        [$w, $h] = self::STATION;
        $trace = PracticePen::swell(new Rect(12, 18, $w - 24, $h - 36));
        // The station shows the whole swatch's stroke made small, so its size shrinks with it.
        $small = self::shrunk($settings, 0.34);
        $kit = $tips->kit($brush->tip, $settings);
        $idle = array_map(fn (Setting $s): ?string => $s->idleReason($settings, $trace), SettingsTable::all());
        $patches = new Patches;
        $patches->add(new Rect(0, 0, $w, $h), Swatch::paint($kit, $small, [$trace], $roll, $w, $h));

        return $patches->answer([
            'stages' => Stages::of($small, $trace, $roll)->toArray(),
            'tip' => ['width' => $brush->tip->width, 'height' => $brush->tip->height],
            'report' => StepReport::of($kit, $settings)->toArray(),
            'idle' => array_filter($idle, is_string(...)),
        ]);
    }

    /** The draft waits here until it is kept. */
    public function draft(Request $request, Brush $brush): JsonResponse
    {
        $body = JsonBody::read($request)->keys(['brush', 'roll']);
        $roll = $body->integer('roll', 0, 0x7FFFFFFF, $brush->roll);
        $settings = BrushSettings::read($body->object('brush'));
        $brush->update(['draft' => $settings == $brush->kept ? null : $settings, 'roll' => $roll]);

        return response()->json(['changed' => $brush->draft !== null]);
    }

    public function keep(Brush $brush): JsonResponse
    {
        $brush->update(['kept' => $brush->current(), 'draft' => null]);

        return response()->json(['brush' => $brush->kept->toArray()]);
    }

    public function putBack(Brush $brush): JsonResponse
    {
        $brush->update(['draft' => null]);

        return response()->json(['brush' => $brush->kept->toArray()]);
    }

    /**
     * The pressure curves as lines to draw.
     *
     * @return array<string, list<array{float, float}>> by setting
     */
    private static function curves(BrushSettings $settings): array
    {
        $curves = [];
        foreach ($settings->values as $id => $value) {
            if ($value->base instanceof Curve) {
                $curve = $value->base;
                $curves[$id] = array_map(fn (int $i): array => [$i / 48, round($curve->at($i / 48), 4)], range(0, 48));
            }
            foreach ($value->drives as $drive) {
                if ($drive->input === DriveInput::Pressure) {
                    $curves[$id] = array_map(fn (int $i): array => [$i / 48, round($drive->curve->at($i / 48), 4)], range(0, 48));
                }
            }
        }

        return $curves;
    }

    private static function shrunk(BrushSettings $settings, float $factor): BrushSettings
    {
        foreach (['size', 'taperIn', 'taperOut'] as $id) {
            $value = $settings->value($id);
            $least = SettingsTable::get($id)->least;
            $settings = $settings->with($id, new SettingValue(max($least, $value->number() * $factor), $value->spread, $value->drives));
        }

        return $settings;
    }
}
