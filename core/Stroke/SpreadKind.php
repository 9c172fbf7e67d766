<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke;

/** How chance moves a value. The spread is stated once, with the setting. */
enum SpreadKind: string
{
    /** No chance in it. */
    case None = 'none';

    /** value · (1 ± spread) */
    case AroundPart = 'around, as a part';

    /** value ± spread, in the unit of the setting */
    case AroundUnits = 'around, in units';

    /** value · (1 − up to spread) */
    case Below = 'below';
}
