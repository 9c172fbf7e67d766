<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Make\Choice;

/** How large a picture the camera takes. */
enum CameraSize: string
{
    case Small = '2 megapixels';
    case Middle = '6 megapixels';
    case Large = '12 megapixels';

    /** Width of the picture, px; its height is three quarters of it. */
    public function width(): int
    {
        return match ($this) {
            self::Small => 1632,
            self::Middle => 2832,
            self::Large => 4000,
        };
    }
}
