<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Choice;

/** What shape a page that was photographed from the side really has. */
enum PageShape: string
{
    case AsItSeems = 'as it seems';
    case Square = 'square';
    case SheetUpright = 'sheet, upright';
    case SheetLying = 'sheet, lying';

    /** Its width against its height; null where that is measured. A sheet is one of ISO 216. */
    public function ratio(): ?float
    {
        return match ($this) {
            self::AsItSeems => null,
            self::Square => 1.0,
            self::SheetUpright => M_SQRT1_2,
            self::SheetLying => M_SQRT2,
        };
    }
}
