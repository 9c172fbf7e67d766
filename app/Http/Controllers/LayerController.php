<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Gathering\SourceIntake;
use App\Http\JsonBody;
use App\Http\Requests\BringIn;
use App\Models\Sheet;
use App\Models\StoredPicture;
use App\Painting\LayerActions;
use App\Painting\PictureLayers;
use App\Painting\PixelPatches;
use App\Painting\SheetStack;
use App\Painting\SheetView;
use App\Painting\StrokeActions;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;
use Yarrowfog\Core\Tip\TipKind;

/** The layers of a sheet. Every answer tells how they stand afterwards, with the pixels that changed. */
final readonly class LayerController
{
    public function __construct(private LayerActions $actions, private PictureLayers $pictures, private SheetView $view)
    {
    }

    public function store(Request $request, Sheet $sheet): Response
    {
        $body = JsonBody::read($request)->keys(['name', 'above']);
        $above = $body->has('above') ? $sheet->findLayer($body->integer('above', 1, PHP_INT_MAX)) : null;
        $made = $this->actions->add($sheet, $above, trim($body->text('name', '', 120)));

        return $this->answer($sheet, new PixelPatches, ['made' => $made->id]);
    }

    public function update(Request $request, Sheet $sheet, int $layer): Response
    {
        $layer = $sheet->findLayer($layer);
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
        $copy = $this->actions->duplicate($sheet, $sheet->findLayer($layer));

        return $this->answer($sheet, $this->view->layer($sheet, $copy), ['made' => $copy->id]);
    }

    public function merge(Sheet $sheet, int $layer): Response
    {
        return $this->answer($sheet, $this->view->at($sheet, $this->pictures->mergeDown($sheet, $sheet->findLayer($layer))));
    }

    public function flatten(Sheet $sheet, SheetStack $stacks): Response
    {
        return $this->answer($sheet, $this->view->at($sheet, $this->pictures->flatten($sheet, $stacks)));
    }

    /** A picture that is dropped or pasted becomes a source, too: it can be cut afterwards. */
    public function picture(BringIn $request, Sheet $sheet, SourceIntake $sources, StrokeActions $strokes): Response
    {
        // Before it is taken in: a picture that finds no place here would stay in Gather unasked.
        LayerActions::mustHaveRoom($sheet);
        [$source] = $sources->takeInOnce($request->bytes(), $request->name());
        $above = $request->has('above') ? $sheet->layers()->find($request->integer('above')) : null;
        $layer = $this->pictures->add($sheet, new StoredPicture($source->hash, $source->width, $source->height, TipKind::OwnColours), $source->name, $above);

        return $this->answer($sheet, $this->view->layer($sheet, $layer), ['made' => $layer->id, 'laid' => $strokes->describe($layer->standing()->firstOrFail())]);
    }

    public function clear(Sheet $sheet, int $layer): Response
    {
        return $this->answer($sheet, $this->view->at($sheet, $this->actions->clear($sheet, $sheet->findLayer($layer))));
    }

    public function destroy(Sheet $sheet, int $layer): Response
    {
        $this->actions->delete($sheet, $sheet->findLayer($layer));

        return $this->answer($sheet, new PixelPatches);
    }

    /** @param  array<string, mixed>  $more */
    private function answer(Sheet $sheet, PixelPatches $patches, array $more = []): Response
    {
        return $patches->answer([...$this->view->words($sheet, withStack: true), ...$more]);
    }
}
