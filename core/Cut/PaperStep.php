<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut;

use Yarrowfog\Core\Raster\Bitmap;

/**
 * A step that makes ink of greys: paper becomes nothing.
 *
 * For an ink mask it first leaves the ink standing in the colours, on white, and white becomes nothing only when a step needs to
 * know where nothing is, or at the end of the list. So tones can be changed after it as well as before.
 */
interface PaperStep extends ToneStep
{
    /** The ink as greys: white where nothing is to print. Alpha tells what was cut away before. */
    public function applyTone(Bitmap $in): Bitmap;
}
