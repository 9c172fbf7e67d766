<?php

declare(strict_types=1);

namespace App\Painting;

use App\Models\Change;
use App\Models\Layer;
use App\Models\Sheet;
use App\Models\Stroke;
use Yarrowfog\Core\Paint\Composite\Backdrop;
use Yarrowfog\Core\Paint\Tile\LaidStroke;
use Yarrowfog\Core\Raster\Rect;

/** A stroke that the library has, as it was painted, on its way into its layer. */
final class StrokeToLay
{
    /** @var array<string, Rect> what is not laid yet, by tile */
    public array $left;

    /**
     * @param  Backdrop  $under  what it was painted on
     * @param  array<string, Rect>  $changed  what it covers, by tile
     * @param  bool  $keepsPrint  whether its coverage is kept, too
     */
    public function __construct(
        public readonly Sheet $sheet,
        public readonly Layer $layer,
        public readonly Stroke $stroke,
        public readonly Change $change,
        public readonly LaidStroke $painted,
        public readonly Backdrop $under,
        public readonly array $changed,
        public readonly bool $keepsPrint,
    ) {
        $this->left = $changed;
    }
}
