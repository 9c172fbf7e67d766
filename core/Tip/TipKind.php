<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Tip;

/** What of a picture becomes ink. */
enum TipKind: string
{
    /** Darkness is the amount of ink; the brush gives the colour. */
    case InkMask = 'ink mask';

    /** All that is there prints: darks take the main ink, lights the second. */
    case TwoInk = 'two-ink';

    /** The picture keeps its colours; alpha is the amount of ink. */
    case OwnColours = 'own colours';

    /** @return list<string> */
    public static function names(): array
    {
        return array_column(self::cases(), 'value');
    }
}
