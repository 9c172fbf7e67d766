<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Gathering\SourceIntake;
use App\Http\InHand;
use App\Http\JsonBody;
use App\Models\Layer;
use App\Models\Sheet;
use App\Painting\SheetAreas;
use App\Painting\SheetPicture;
use App\Painting\SheetView;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\JsonReader;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Raster\Region;

/** A part of a sheet: made a source, copied, emptied. */
final readonly class AreaController
{
    private const KEYS = ['x', 'y', 'width', 'height', 'outline', 'layer'];

    public function __construct(private SheetAreas $areas, private SheetView $view)
    {
    }

    /** All paint that is shown there becomes a source, with its alpha, and can be cut into a tip. */
    public function cut(Request $request, Sheet $sheet, SheetPicture $pictures, SourceIntake $sources, InHand $inHand): JsonResponse
    {
        $png = $pictures->part($sheet, SheetAreas::onSheet($sheet, self::region(JsonBody::read($request)->keys(self::KEYS))));
        $source = $sources->takeIn($png, "From {$sheet->name}", 'sheet');
        $inHand->take($source);

        return response()->json(['cut' => route('cut', $source)], 201);
    }

    public function copy(Request $request, Sheet $sheet): Response
    {
        $body = JsonBody::read($request)->keys(self::KEYS);
        $made = $this->areas->copy($sheet, self::layer($sheet, $body), self::region($body));

        return $this->view->layer($sheet, $made)->answer([...$this->view->words($sheet, withStack: true), 'made' => $made->id]);
    }

    public function clear(Request $request, Sheet $sheet): Response
    {
        $body = JsonBody::read($request)->keys(self::KEYS);

        return $this->view->at($sheet, $this->areas->clear($sheet, self::layer($sheet, $body), self::region($body)))->answer($this->view->words($sheet, withStack: true));
    }

    /** @throws InvalidInput */
    private static function region(JsonReader $body): Region
    {
        if ($body->has('outline')) {
            $outline = array_map(fn (JsonReader $at): array => [$at->number(0, -20000, 20000), $at->number(1, -20000, 20000)], $body->each('outline', Region::MOST_POINTS));

            return count($outline) < 3 ? throw new InvalidInput('outline', 'An outline needs three places at least. Draw it around paint.') : Region::outlined($outline);
        }

        return Region::box(new Rect($body->integer('x', -20000, 20000), $body->integer('y', -20000, 20000), $body->integer('width', 1, 40000), $body->integer('height', 1, 40000)));
    }

    private static function layer(Sheet $sheet, JsonReader $body): Layer
    {
        return $sheet->findLayer($body->integer('layer', 1, PHP_INT_MAX));
    }
}
