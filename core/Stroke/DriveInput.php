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

    /** px/ms or px, where the painter says what counts as 1; empty where the input has a natural end. */
    public function unit(): string
    {
        return match ($this) {
            self::Speed => 'px/ms',
            self::Travel => 'px',
            default => '',
        };
    }

    /** What the left and the right end of a curve stand for. */
    public function ends(): string
    {
        return match ($this) {
            self::Pressure => 'lightest touch → full weight',
            self::Tilt => 'upright → flat',
            self::Azimuth => 'the way the pen leans, once round',
            self::Twist => 'the barrel turned, once round',
            self::Speed => 'resting → as fast as its reference',
            self::Heading => 'the way the pen goes, once round',
            self::Travel => 'where it began → as far as its reference',
            self::ChancePerDab => 'another draw for every dab',
            self::ChancePerStroke => 'one draw for the whole stroke',
        };
    }

    /** Why it moves nothing while it stays the same through a whole swatch. */
    public function idleReason(bool $presses): string
    {
        return match ($this) {
            self::Pressure => $presses ? 'idle: the pressure stays the same' : 'idle: this pen has no pressure',
            self::Tilt, self::Azimuth => 'idle: this pen is held the same way throughout',
            self::Twist => 'idle: this pen never turns its barrel',
            self::Speed => 'idle: the pen never changes its speed',
            self::Heading => 'idle: the pen goes one way',
            self::Travel => 'idle: the pen does not travel',
            self::ChancePerDab, self::ChancePerStroke => 'idle: there is one draw only',
        };
    }

    /** @return list<string> */
    public static function names(): array
    {
        return array_column(self::cases(), 'value');
    }
}
