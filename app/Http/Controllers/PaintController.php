<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\JsonBody;
use App\Models\Sheet;
use App\Painting\History;
use App\Painting\LivePainter;
use App\Painting\PixelPatches;
use App\Painting\SheetPainter;
use App\Painting\SheetView;
use App\Painting\StrokeActions;
use App\Painting\StrokeFinder;
use App\Painting\StrokeRequest;
use App\Painting\Undone;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;
use Yarrowfog\Core\Colour\Srgb;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Stroke\Sample;
use Yarrowfog\Core\Stroke\Trace;

/** Painting on a sheet: pieces while the pen moves, the whole stroke when it lifts, back and forth. */
final class PaintController
{
    public function piece(Request $request, Sheet $sheet, LivePainter $painter): Response
    {
        $answer = $painter->piece($sheet, JsonBody::read($request, JsonBody::PIECE)->keys(LivePainter::KEYS));

        return $answer === null
            ? (new PixelPatches)->answer(['again' => true])
            : $answer['patches']->answer(['state' => $answer['state'], 'provisional' => $answer['provisional']]);
    }

    public function stroke(Request $request, Sheet $sheet, SheetPainter $painter, SheetView $view, StrokeFinder $finder, StrokeActions $strokes): Response
    {
        $body = JsonBody::read($request, JsonBody::TRACE)->keys([...StrokeRequest::KEYS, 'samples', 'seen']);
        $samples = Trace::readSamples($body);
        if ($samples === []) {
            throw new InvalidInput('samples', '“samples” is empty: a trace needs at least one place.');
        }
        $order = StrokeRequest::read($body, $sheet);

        $patches = $painter->finish($sheet, $order, $order->trace($samples), seen: $body->has('seen') ? $body->integer('seen', 1, PHP_INT_MAX - 1) : null);
        $laid = $finder->byUuid($sheet, $order->stroke);

        return $patches->answer([...$view->words($sheet), 'laid' => $laid === null ? null : $strokes->describe($laid)]);
    }

    /** Fills the closed space around a place; sheets to draw a mark on are small enough to be gone through at once. */
    public function fill(Request $request, Sheet $sheet, SheetPainter $painter, SheetView $view): Response
    {
        abort_unless($sheet->purpose === Sheet::TO_DRAW_A_MARK, 404);
        $body = JsonBody::read($request)->keys(['stroke', 'x', 'y', 'ink']);
        $place = new Sample(0, $body->number('x', -20000, 20000), $body->number('y', -20000, 20000));

        return $painter->fill($sheet, StrokeRequest::stroke($body), $place, Srgb::fromHex($body->text('ink'), 'ink'))->answer($view->words($sheet));
    }

    public function undo(Sheet $sheet, History $history, SheetView $view): Response
    {
        return $this->stepped($sheet, $history->undo($sheet), $view);
    }

    public function redo(Sheet $sheet, History $history, SheetView $view): Response
    {
        return $this->stepped($sheet, $history->redo($sheet), $view);
    }

    private function stepped(Sheet $sheet, ?Undone $step, SheetView $view): Response
    {
        return ($step === null ? new PixelPatches : $view->at($sheet, $step->tiles))->answer($view->words($sheet, $step !== null && $step->changesStack));
    }
}
