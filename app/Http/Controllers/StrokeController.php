<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\JsonBody;
use App\Models\Brush;
use App\Models\Sheet;
use App\Painting\SheetView;
use App\Painting\StrokeActions;
use App\Painting\StrokeChange;
use App\Painting\StrokeFinder;
use App\Painting\StrokeRequest;
use App\Pictures\PictureFile;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response as FileResponse;
use Symfony\Component\HttpFoundation\Response;
use Yarrowfog\Core\Raster\Rect;

/** Strokes that are down: taken up, shown alone, and changed. */
final readonly class StrokeController
{
    public function __construct(private StrokeActions $actions, private StrokeFinder $finder, private SheetView $view)
    {
    }

    /** The topmost stroke at a place, or all that lie inside a frame. */
    public function find(Request $request, Sheet $sheet): JsonResponse
    {
        $body = JsonBody::read($request)->keys(['x', 'y', 'frame']);
        if ($body->has('frame')) {
            $frame = $body->object('frame')->keys(['x', 'y', 'width', 'height']);
            $found = $this->finder->within($sheet, new Rect($frame->integer('x', -20000, 20000), $frame->integer('y', -20000, 20000), $frame->integer('width', 0, 40000), $frame->integer('height', 0, 40000)));
        } else {
            $stroke = $this->finder->at($sheet, (int) floor($body->number('x', -20000, 20000)), (int) floor($body->number('y', -20000, 20000)));
            $found = $stroke === null ? [] : [$stroke];
        }

        return response()->json(['strokes' => array_map($this->actions->describe(...), $found)]);
    }

    /** A stroke alone, to be moved about before it is laid down. */
    public function print(Sheet $sheet, int $stroke): Response
    {
        return $this->actions->print($sheet, $this->finder->find($sheet, [$stroke])->firstOrFail())->answer();
    }

    /** A stroke as another brush would paint it, as a small PNG. */
    public function strip(Request $request, Sheet $sheet, int $stroke): FileResponse
    {
        $brush = Brush::query()->with('tip')->findOrFail($request->integer('brush'));
        $picture = $this->actions->strip($sheet, $this->finder->find($sheet, [$stroke])->firstOrFail(), $brush);

        return response(PictureFile::png($picture), 200, ['Content-Type' => 'image/png', 'Cache-Control' => 'no-store']);
    }

    public function change(Request $request, Sheet $sheet): Response
    {
        $body = JsonBody::read($request)->keys(['change', 'strokes', ...StrokeChange::KEYS]);
        $ids = $body->integers('strokes', StrokeFinder::MOST);
        $tiles = $this->actions->change($sheet, $ids, StrokeChange::read($sheet, $body->without('strokes')->without('change')), $body->has('change') ? StrokeRequest::uuid($body, 'change') : null);
        $standing = array_values($this->finder->standing($sheet, $ids)->map($this->actions->describe(...))->all());

        return $this->view->at($sheet, $tiles)->answer([...$this->view->words($sheet), 'strokes' => $standing]);
    }
}
