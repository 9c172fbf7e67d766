<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Cutting\Cutter;
use App\Cutting\StepForms;
use App\Gathering\Gatherer;
use App\Http\InHand;
use App\Http\JsonBody;
use App\Models\Source;
use App\Painting\Patches;
use Illuminate\Contracts\View\View;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;
use Yarrowfog\Core\Advice\PrintPreview;
use Yarrowfog\Core\Colour\Srgb;
use Yarrowfog\Core\Cut\CheckList;
use Yarrowfog\Core\Cut\CutList;
use Yarrowfog\Core\Cut\Finding;
use Yarrowfog\Core\Cut\Placement;
use Yarrowfog\Core\Paint\HalvedLevels;
use Yarrowfog\Core\Tip\Frame;

final class CutController
{
    public function latest(InHand $inHand): View|RedirectResponse
    {
        $source = $inHand->source();

        return $source === null ? view('rooms.empty', ['room' => 'cut']) : redirect()->route('cut', $source);
    }

    public function show(Source $source, InHand $inHand): View
    {
        $inHand->take($source);

        return view('rooms.cut', ['source' => $source, 'list' => $source->cutListOrFirst()->toArray(), 'steps' => StepForms::all()]);
    }

    /** The source itself at preview size, for the wipe. */
    public function before(Source $source, Gatherer $gatherer): Response
    {
        $picture = $gatherer->preview($source)->bitmap();
        $patches = new Patches;
        $patches->add($picture->bounds(), $picture);

        return $patches->answer();
    }

    /** The picture as the list cuts it, the tip as it will print, and what the checks found. */
    public function preview(Request $request, Source $source, Cutter $cutter): Response
    {
        $body = JsonBody::read($request)->keys(['list', 'ink']);
        $list = CutList::read($body->object('list'));
        [$cut, $replay] = $cutter->preview($source, $list);
        $prints = PrintPreview::paint(new HalvedLevels(Frame::fromPicture($cut->picture, $list->kind)), $list->kind, Srgb::fromHex($body->text('ink', '#1c211e'), 'ink'));
        $patches = new Patches;
        $patches->add($cut->picture->bounds(), $cut->picture);
        $patches->add($prints->bounds(), $prints);

        return $patches->answer([
            'findings' => array_map(fn (Finding $f): array => $f->toArray(), CheckList::look($cut)),
            'placement' => $replay->placement->toArray(),
            'inputs' => array_map(fn (Placement $p): array => $p->toArray(), $replay->inputs),
            'width' => $cut->fullPx($cut->picture->width),
            'height' => $cut->fullPx($cut->picture->height),
        ]);
    }

    /** Keeps the list with its source, so that it is there tomorrow. */
    public function save(Request $request, Source $source): JsonResponse
    {
        $source->update(['cut_list' => CutList::read(JsonBody::read($request))]);

        return response()->json(['saved' => true]);
    }
}
