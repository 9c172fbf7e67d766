<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\JsonBody;
use App\Models\Layer;
use App\Models\Sheet;
use App\Painting\LayerActions;
use App\Painting\PixelPatches;
use App\Painting\SheetView;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;
use Yarrowfog\Core\InvalidInput;

/** The layers of a sheet. Every answer tells how they stand afterwards, with the pixels that changed. */
final readonly class LayerController
{
    public function __construct(private LayerActions $actions, private SheetView $view)
    {
    }

    public function store(Request $request, Sheet $sheet): Response
    {
        $body = JsonBody::read($request)->keys(['name', 'above']);
        $above = $body->has('above') ? $this->layer($sheet, $body->integer('above', 1, PHP_INT_MAX)) : null;
        $made = $this->actions->add($sheet, $above, trim($body->text('name', '', 120)));

        return $this->answer($sheet, new PixelPatches, ['made' => $made->id]);
    }

    public function update(Request $request, Sheet $sheet, int $layer): Response
    {
        $layer = $this->layer($sheet, $layer);
        $was = $layer->recolour?->toArray();
        $this->actions->update($sheet, $layer, JsonBody::read($request));

        return $this->answer($sheet, $layer->recolour?->toArray() === $was ? new PixelPatches : $this->view->layer($sheet, $layer));
    }

    public function reorder(Request $request, Sheet $sheet): Response
    {
        $body = JsonBody::read($request)->keys(['order']);
        $this->actions->reorder($sheet, $body->integers('order', LayerActions::MOST_LAYERS));

        return $this->answer($sheet, new PixelPatches);
    }

    public function duplicate(Sheet $sheet, int $layer): Response
    {
        $copy = $this->actions->duplicate($sheet, $this->layer($sheet, $layer));

        return $this->answer($sheet, $this->view->layer($sheet, $copy), ['made' => $copy->id]);
    }

    public function clear(Sheet $sheet, int $layer): Response
    {
        return $this->answer($sheet, $this->view->at($sheet, $this->actions->clear($sheet, $this->layer($sheet, $layer))));
    }

    public function destroy(Sheet $sheet, int $layer): Response
    {
        $this->actions->delete($sheet, $this->layer($sheet, $layer));

        return $this->answer($sheet, new PixelPatches);
    }

    private function layer(Sheet $sheet, int $id): Layer
    {
        return $sheet->layers()->find($id) ?? throw new InvalidInput('layer', 'This layer is gone. Choose another one.');
    }

    /** @param  array<string, mixed>  $more */
    private function answer(Sheet $sheet, PixelPatches $patches, array $more = []): Response
    {
        return $patches->answer([...$this->view->words($sheet, withStack: true), ...$more]);
    }
}
