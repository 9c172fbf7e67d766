<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Colour;

use Yarrowfog\Core\InvalidInput;

/** A colour as screens take it: sRGB, 8 bits a channel (IEC 61966-2-1). */
final class Srgb
{
    /** @var array<int, float>|null */
    private static ?array $linearBytes = null;

    public function __construct(public readonly int $red, public readonly int $green, public readonly int $blue)
    {
    }

    /** @throws InvalidInput when it is not six hex digits after a # */
    public static function fromHex(string $hex, string $key = 'colour'): self
    {
        if (preg_match('/^#([0-9a-f]{6})$/i', $hex, $m) !== 1) {
            throw new InvalidInput($key, "“{$key}” must be a colour such as #2f5664.");
        }

        return self::fromInt((int) hexdec($m[1]));
    }

    /** @param  int  $rgb  0xRRGGBB */
    public static function fromInt(int $rgb): self
    {
        return new self($rgb >> 16 & 255, $rgb >> 8 & 255, $rgb & 255);
    }

    public function toHex(): string
    {
        return sprintf('#%06x', $this->toInt());
    }

    /** @return int 0xRRGGBB */
    public function toInt(): int
    {
        return $this->red << 16 | $this->green << 8 | $this->blue;
    }

    /** The nearest colour to linear light, each channel clipped to 0–1. */
    public static function fromLinear(float $r, float $g, float $b): self
    {
        return new self(
            (int) round(255 * self::encode(max(0.0, min(1.0, $r)))),
            (int) round(255 * self::encode(max(0.0, min(1.0, $g)))),
            (int) round(255 * self::encode(max(0.0, min(1.0, $b)))),
        );
    }

    /** @return array<int, float> linear light 0–1 by encoded byte */
    public static function linearBytes(): array
    {
        return self::$linearBytes ??= array_map(fn (int $v): float => self::linear($v / 255), range(0, 255));
    }

    /** Encoded 0–1 to linear light 0–1 (IEC 61966-2-1). */
    public static function linear(float $encoded): float
    {
        return $encoded <= 0.04045 ? $encoded / 12.92 : (($encoded + 0.055) / 1.055) ** 2.4;
    }

    /** Linear light 0–1 to encoded 0–1 (IEC 61966-2-1). */
    public static function encode(float $linear): float
    {
        return $linear <= 0.0031308 ? $linear * 12.92 : 1.055 * $linear ** (1 / 2.4) - 0.055;
    }
}
