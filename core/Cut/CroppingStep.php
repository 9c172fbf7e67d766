<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut;

use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Tip\TipKind;

/** A step that only chooses which part of the picture, or how much around it, is kept. */
interface CroppingStep extends ToneStep
{
    /** The part that is kept, in px of `$in`; what lies outside it is empty. */
    public function area(Bitmap $in, TipKind $kind): Rect;
}
