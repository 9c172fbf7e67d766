<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Cutting\Cutter;
use App\Cutting\Effects;
use App\Cutting\StepForms;
use App\Gathering\SourceImages;
use App\Http\InHand;
use App\Http\JsonBody;
use App\Models\NamedList;
use App\Models\Source;
use App\Models\Tip;
use App\Painting\PixelPatches;
use Illuminate\Contracts\View\View;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;
use Yarrowfog\Core\Advice\PrintPreview;
use Yarrowfog\Core\Cut\CheckList;
use Yarrowfog\Core\Cut\Choice\ColourFamilies;
use Yarrowfog\Core\Cut\Corners;
use Yarrowfog\Core\Cut\CutList;
use Yarrowfog\Core\Cut\CutResult;
use Yarrowfog\Core\Cut\Finding;
use Yarrowfog\Core\Cut\GreyParting;
use Yarrowfog\Core\Cut\Placement;
use Yarrowfog\Core\Cut\Replay;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Paint\Mip\HalvedMipChain;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Tip\Frame;

/** A source while it is being cut. */
final class CutController
{
    public function latest(InHand $inHand): View|RedirectResponse
    {
        $source = $inHand->source();

        return $source === null ? view('rooms.empty', ['room' => 'cut']) : redirect()->route('cut', $source);
    }

    /** With `?tip=` the list of a tip is taken up again. */
    public function show(Request $request, Source $source, InHand $inHand): View
    {
        $inHand->take($source);
        $tip = Tip::query()->where('source_id', $source->id)->where('frame_set_id', null)->where('id', $request->integer('tip'))->first();

        return view('rooms.cut', [
            'source' => $source,
            'list' => ($tip->cut_list ?? $source->cutListOrFirst())->toArray(),
            'steps' => StepForms::all(),
            'tip' => $tip,
            'set' => null,
            'lists' => NamedList::query()->orderBy('name')->get(),
        ]);
    }

    /** The source itself at preview size, for the wipe. */
    public function before(Source $source, SourceImages $images): Response
    {
        $picture = $images->preview($source)->bitmap();
        $patches = new PixelPatches;
        $patches->add($picture->bounds(), $picture);

        return $patches->answer();
    }

    /** The picture as the list cuts it. */
    public function preview(Request $request, Source $source, Cutter $cutter): Response
    {
        $body = JsonBody::read($request)->keys(['list', 'at', 'size']);
        $list = CutList::read($body->object('list'));
        $size = $body->choice('size', array_keys(Cutter::SIZES), Cutter::WHOLE);
        [$replay, $factor] = $cutter->preview($source, $list, $body->integer('at', 0, CutList::MOST_STEPS, 0), $size);
        $picture = $replay->picture;
        // What was taken out is not sent: of a thing in a photo that is most of it.
        $visible = $picture->visible();
        $patches = new PixelPatches;
        if (! $visible->isEmpty()) {
            $patches->add($visible, $picture->crop($visible));
        }

        return $patches->answer([
            'placement' => $replay->placement->toArray(),
            'inputs' => array_map(fn (Placement $p): array => $p->toArray(), $replay->inputs),
            'width' => (int) round($picture->width / $factor),
            'height' => (int) round($picture->height / $factor),
            'isExact' => $factor === 1.0,
            'curves' => (object) StepForms::curves($list),
        ]);
    }

    /** The four corners of a page, in the picture as it reaches a step. */
    public function corners(Request $request, Source $source, SourceImages $images): JsonResponse
    {
        $corners = Corners::find($this->reaching($request, $source, $images));
        if ($corners === []) {
            throw new InvalidInput('corners', 'Nothing with four corners stands out here. Drag the corners to where they are.');
        }

        return response()->json(['corners' => array_map(fn (array $c): array => [round($c[0], 4), round($c[1], 4)], $corners)]);
    }

    /** A grey mix that keeps the colours apart, of the picture as it reaches a step. */
    public function greys(Request $request, Source $source, SourceImages $images): JsonResponse
    {
        $parting = GreyParting::of($this->reaching($request, $source, $images));
        if ($parting === null) {
            throw new InvalidInput('greys', 'There is only one colour here: no mix parts it.');
        }

        return response()->json(['numbers' => ['by' => ColourFamilies::Six->value, ...$parting->weights], 'before' => $parting->before, 'after' => $parting->after]);
    }

    /** The picture in small as it reaches a step. */
    private function reaching(Request $request, Source $source, SourceImages $images): Bitmap
    {
        $body = JsonBody::read($request)->keys(['list', 'at']);
        $list = CutList::read($body->object('list'));
        $before = array_slice($list->steps, 0, $body->integer('at', 0, CutList::MOST_STEPS, 0));

        return Replay::of(new CutList($list->kind, $before), $images->preview($source)->bitmap(), $images->previewFactor($source))->picture;
    }

    /** The tip as it will print, and what the checks found. */
    public function checks(Request $request, Source $source, Cutter $cutter, SourceImages $images): Response
    {
        $body = JsonBody::read($request)->keys(['list', 'at', 'backdrop', 'without']);
        $list = CutList::read($body->object('list'));
        [$replay, $factor] = $cutter->preview($source, $list, $body->integer('at', 0, CutList::MOST_STEPS, 0));
        $cut = CutResult::of($replay, $list, fn (): Bitmap => $images->preview($source)->bitmap(), $factor, $cutter->thing($source, $list));
        $levels = new HalvedMipChain(Frame::fromPicture($cut->picture, $list->kind));
        $prints = PrintPreview::paint($levels, $list->kind, PrintPreview::BACKDROPS[$body->choice('backdrop', array_keys(PrintPreview::BACKDROPS), 'white')]);
        $strip = PrintPreview::onAll($levels, $list->kind);
        $patches = new PixelPatches;
        $patches->add($prints->bounds(), $prints);
        $patches->add($strip->bounds(), $strip);
        if ($body->has('without')) {
            $without = $this->without($source, $list, $body->integer('without', 0, CutList::MOST_STEPS), $cutter);
            $patches->add($without->bounds(), $without);
        }

        return $patches->answer(['findings' => array_map(fn (Finding $f): array => $f->toArray(), CheckList::look($cut))]);
    }

    /** How it would print if a step were not there: on every backdrop, in small. */
    private function without(Source $source, CutList $list, int $at, Cutter $cutter): Bitmap
    {
        $others = new CutList($list->kind, array_values(array_diff_key($list->steps, [$at => null])));

        return PrintPreview::onAll(new HalvedMipChain(Frame::fromPicture($cutter->aside($source, $others, $at)->picture, $list->kind)), $list->kind);
    }

    /** What each step would do to the picture now, in small. */
    public function effects(Request $request, Source $source, Effects $effects): Response
    {
        $pictures = $effects->all($source, CutList::read(JsonBody::read($request)));
        $patches = new PixelPatches;
        foreach ($pictures as $picture) {
            $patches->add($picture->bounds(), $picture);
        }

        return $patches->answer(['steps' => array_keys($pictures)]);
    }

    /** Keeps the list with its source, so that it is there tomorrow. */
    public function save(Request $request, Source $source): JsonResponse
    {
        $source->update(['cut_list' => CutList::read(JsonBody::read($request))]);

        return response()->json(['saved' => true]);
    }
}
