<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Raster;

/**
 * A picture whose colours are multiplied by their alpha, so that pixels can be averaged and
 * nothing bleeds out of what is transparent.
 *
 * Two channels are held by one int, at bits 32 and 0, each 0–65025 (255 · 255).
 */
final readonly class Premultiplied
{
    /** 1 / 255 in 1/2²⁴. */
    public const BY_255 = 65793;

    /**
     * @param  array<int, int>|null  $redGreen  red at bit 32, green at bit 0; null where all is black, as ink is
     * @param  array<int, int>  $blueAlpha
     */
    public function __construct(public int $width, public int $height, public ?array $redGreen, public array $blueAlpha)
    {
    }

    public static function of(Bitmap $in): self
    {
        $blueAlpha = $in->pixels;
        if (self::isBlack($in)) {
            foreach ($in->pixels as $i => $p) {
                $blueAlpha[$i] = 255 * $p;
            }

            return new self($in->width, $in->height, null, $blueAlpha);
        }
        $redGreen = $in->pixels;
        foreach ($in->pixels as $i => $p) {
            $alpha = $p & 255;
            $redGreen[$i] = ($p >> 24 << 32 | $p >> 16 & 255) * $alpha;
            $blueAlpha[$i] = (($p & 0xFF00) << 24 | 255) * $alpha;
        }

        return new self($in->width, $in->height, $redGreen, $blueAlpha);
    }

    private static function isBlack(Bitmap $in): bool
    {
        foreach ($in->pixels as $p) {
            if ($p > 255) {
                return false;
            }
        }

        return true;
    }

    /**
     * Does the same to both halves.
     *
     * @param  callable(array<int, int>): array<int, int>  $change
     */
    public function each(callable $change, ?int $width = null, ?int $height = null): self
    {
        return new self($width ?? $this->width, $height ?? $this->height, $this->redGreen === null ? null : $change($this->redGreen), $change($this->blueAlpha));
    }

    /** One pixel, 0xRRGGBBAA, of its two halves. */
    public static function pixel(int $redGreen, int $blueAlpha): int
    {
        $alpha = $blueAlpha & 0xFFFFFFFF;
        if ($alpha < 128) {
            return 0;
        }
        $inverse = 255.0 / $alpha;
        $r = (int) (($redGreen >> 32) * $inverse + 0.5);
        $g = (int) (($redGreen & 0xFFFFFFFF) * $inverse + 0.5);
        $b = (int) (($blueAlpha >> 32) * $inverse + 0.5);

        return ($r > 255 ? 255 : $r) << 24 | ($g > 255 ? 255 : $g) << 16 | ($b > 255 ? 255 : $b) << 8 | ($alpha + 127) * self::BY_255 >> 24;
    }

    public function toBitmap(): Bitmap
    {
        return new Bitmap($this->width, $this->height, $this->redGreen === null ? self::black($this->blueAlpha) : self::colour($this->redGreen, $this->blueAlpha));
    }

    /**
     * @param  array<int, int>  $alphas
     * @return array<int, int>
     */
    private static function black(array $alphas): array
    {
        $out = $alphas;
        foreach ($alphas as $i => $alpha) {
            $out[$i] = ($alpha + 127) * self::BY_255 >> 24;
        }

        return $out;
    }

    /**
     * @param  array<int, int>  $redGreen
     * @param  array<int, int>  $blueAlpha
     * @return array<int, int>
     */
    private static function colour(array $redGreen, array $blueAlpha): array
    {
        $out = $blueAlpha;
        foreach ($blueAlpha as $i => $ba) {
            $rg = $redGreen[$i];
            $alpha = $ba & 0xFFFFFFFF;
            if ($alpha === 65025) {
                $out[$i] = (($rg >> 32) + 127) * self::BY_255 >> 24 << 24 | (($rg & 0xFFFFFFFF) + 127) * self::BY_255 >> 24 << 16 | (($ba >> 32) + 127) * self::BY_255 >> 24 << 8 | 255;
            } elseif ($alpha < 128) {
                $out[$i] = 0;
            } else {
                $inverse = 255.0 / $alpha;
                $r = (int) (($rg >> 32) * $inverse + 0.5);
                $g = (int) (($rg & 0xFFFFFFFF) * $inverse + 0.5);
                $b = (int) (($ba >> 32) * $inverse + 0.5);
                $out[$i] = ($r > 255 ? 255 : $r) << 24 | ($g > 255 ? 255 : $g) << 16 | ($b > 255 ? 255 : $b) << 8 | ($alpha + 127) * self::BY_255 >> 24;
            }
        }

        return $out;
    }
}
