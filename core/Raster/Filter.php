<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Raster;

/** How a picture is scaled. */
enum Filter: string
{
    /** Each new pixel is the mean of the area it covers: ink is conserved exactly. */
    case Area = 'area';

    /** Lanczos-windowed sinc, three lobes: sharper, for enlarging. */
    case Lanczos = 'lanczos';
}
