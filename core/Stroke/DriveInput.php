<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke;

/** What of the pen, the path or chance can move a setting. Each is brought to 0–1. */
enum DriveInput: string
{
    case Pressure = 'pressure';
    case Tilt = 'tilt';
    case Azimuth = 'azimuth';
    case Twist = 'twist';
    case Speed = 'speed';
    case Heading = 'heading';
    case Travel = 'travel';
    case ChancePerDab = 'chance per dab';
    case ChancePerStroke = 'chance per stroke';

    /** The value that counts as 1 where the input has no natural end: px/ms, or px. */
    public function reference(): float
    {
        return match ($this) {
            self::Speed => 2.0,
            self::Travel => 500.0,
            default => 1.0,
        };
    }

    /** @return list<string> */
    public static function names(): array
    {
        return array_column(self::cases(), 'value');
    }
}
