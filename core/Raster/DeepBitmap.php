<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Raster;

use InvalidArgumentException;

use function is_int;

/**
 * A picture of premultiplied RGBA, 15 bits a channel: what strokes are laid into, since a
 * thin glaze moves 8 bits by less than one.
 *
 * One word a pixel, red << 45 | green << 30 | blue << 15 | alpha, where 255 · 128 is full;
 * no colour is above its alpha. What has 8 bits goes in and comes out again unchanged,
 * as far as its alpha allows.
 */
final readonly class DeepBitmap
{
    /** A full channel. */
    public const FULL = 32640;

    /** One channel of a word. */
    public const CHANNEL = 32767;

    /** Green and alpha of a word, or red and blue of one moved down by 15 bits: as far apart as a channel times a share of 15 bits reaches. */
    public const TWO_CHANNELS = 32767 << 30 | 32767;

    /** 1 / 255 in 1 / 2³²: products of two channels come out to 1 / 100,000. */
    private const BY_255 = 16843009;

    /** 1 / 2 in 1 / 2³². */
    private const HALF = 1 << 31;

    /** @param  array<int, int>  $words  width · height */
    public function __construct(public int $width, public int $height, public array $words)
    {
        if ($width < 1 || $height < 1 || count($words) !== $width * $height) {
            throw new InvalidArgumentException("A picture of {$width} × {$height} cannot hold ".count($words).' pixels.');
        }
    }

    public static function empty(int $width, int $height): self
    {
        return new self($width, $height, array_fill(0, $width * $height, 0));
    }

    public static function of(Bitmap $picture): self
    {
        return new self($picture->width, $picture->height, self::words($picture->pixels));
    }

    /**
     * @param  array<int, int>  $pixels  0xRRGGBBAA
     * @return array<int, int>
     */
    public static function words(array $pixels): array
    {
        $count = count($pixels);
        $words = array_fill(0, $count, 0);
        for ($i = 0; $i < $count; $i++) {
            $p = $pixels[$i];
            if (! is_int($p)) {
                return $words;
            }
            if ($p === 0) {
                continue;
            }
            $k = ($p & 255) * self::BY_255 << 7;
            $words[$i] = ($p >> 24) * $k + self::HALF >> 32 << 45 | ($p >> 16 & 255) * $k + self::HALF >> 32 << 30 | ($p >> 8 & 255) * $k + self::HALF >> 32 << 15 | ($p & 255) << 7;
        }

        return $words;
    }

    /** One pixel of 0xRRGGBBAA. */
    public static function word(int $pixel): int
    {
        return self::words([$pixel])[0];
    }

    /** One word as it is shown, 0xRRGGBBAA: straight, each channel rounded. Below 1/510 of paint alpha is 0 and the colour still there. */
    public static function pixel(int $word): int
    {
        return self::pixels([$word])[0];
    }

    /** As it is shown. */
    public function toBitmap(): Bitmap
    {
        return new Bitmap($this->width, $this->height, self::pixels($this->words));
    }

    /**
     * @param  array<int, int>  $words
     * @return array<int, int> 0xRRGGBBAA
     */
    private static function pixels(array $words): array
    {
        $count = count($words);
        $pixels = array_fill(0, $count, 0);
        // The quotient is far enough from every whole number for a division of floats to be cut to the same.
        $full = (float) (255 << 32);
        for ($i = 0; $i < $count; $i++) {
            $w = $words[$i];
            if (! is_int($w)) {
                return $pixels;
            }
            $a = $w & self::CHANNEL;
            if ($a > 0) {
                $k = (int) ($full / $a);
                $pixels[$i] = ($w >> 45) * $k + self::HALF >> 32 << 24 | ($w >> 30 & self::CHANNEL) * $k + self::HALF >> 32 << 16 | ($w >> 15 & self::CHANNEL) * $k + self::HALF >> 32 << 8 | $a + 64 >> 7;
            }
        }

        return $pixels;
    }

    /**
     * What the picture has beyond its 8 bits, a byte in two's complement for each channel: what must be added to 128 times
     * the alpha that is shown, and to each colour that is shown times that alpha. Nothing, or nearly, where the eight bits say all.
     *
     * @param  Bitmap  $shown  as `toBitmap` gave it
     */
    public function rest(Bitmap $shown): Bitmap
    {
        $words = $this->words;
        $pixels = $shown->pixels;
        $count = count($pixels);
        $rest = array_fill(0, $count, 0);
        for ($i = 0; $i < $count; $i++) {
            $w = $words[$i];
            $p = $pixels[$i];
            if (! is_int($w) || ! is_int($p)) {
                break;
            }
            if ($w === 0) {
                continue;
            }
            $a = $w & self::CHANNEL;
            $k = $a * self::BY_255;
            $rest[$i] = (($w >> 45) - (($p >> 24) * $k + self::HALF >> 32) & 255) << 24
                | (($w >> 30 & self::CHANNEL) - (($p >> 16 & 255) * $k + self::HALF >> 32) & 255) << 16
                | (($w >> 15 & self::CHANNEL) - (($p >> 8 & 255) * $k + self::HALF >> 32) & 255) << 8
                | $a - (($p & 255) << 7) & 255;
        }

        return new Bitmap($this->width, $this->height, $rest);
    }

    /**
     * @param  Bitmap  $shown  as `toBitmap` gave it
     * @param  Bitmap|null  $rest  as `rest` gave it; null for nothing
     */
    public static function fromParts(Bitmap $shown, ?Bitmap $rest): self
    {
        if ($rest === null) {
            return self::of($shown);
        }
        $pixels = $shown->pixels;
        $added = $rest->pixels;
        $count = count($pixels);
        $words = array_fill(0, $count, 0);
        for ($i = 0; $i < $count; $i++) {
            $p = $pixels[$i];
            $q = $added[$i];
            if (! is_int($p) || ! is_int($q)) {
                break;
            }
            if (($p | $q) === 0) {
                continue;
            }
            $a = (($p & 255) << 7) + (($q & 255 ^ 128) - 128);
            $k = $a * self::BY_255;
            $words[$i] = (($p >> 24) * $k + self::HALF >> 32) + (($q >> 24 ^ 128) - 128) << 45
                | (($p >> 16 & 255) * $k + self::HALF >> 32) + (($q >> 16 & 255 ^ 128) - 128) << 30
                | (($p >> 8 & 255) * $k + self::HALF >> 32) + (($q >> 8 & 255 ^ 128) - 128) << 15
                | $a;
        }

        return new self($shown->width, $shown->height, $words);
    }

    /**
     * Laid over one colour.
     *
     * @param  int  $ground  a word of full alpha
     */
    public function on(int $ground): self
    {
        $words = $this->words;
        foreach ($words as $i => $w) {
            if ($w === 0) {
                $words[$i] = $ground;

                continue;
            }
            $rest = self::FULL - ($w & self::CHANNEL);
            if ($rest > 0) {
                $words[$i] = $w + (self::share($ground >> 45, $rest) << 45) + (self::share($ground >> 30 & self::CHANNEL, $rest) << 30) + (self::share($ground >> 15 & self::CHANNEL, $rest) << 15) + $rest;
            }
        }

        return new self($this->width, $this->height, $words);
    }

    /** So much of a channel as an alpha leaves, both of 32640. */
    public static function share(int $channel, int $alpha): int
    {
        return intdiv($channel * $alpha + (self::FULL >> 1), self::FULL);
    }

    /** @return string width · height · 8 bytes: R G B A straight, 16 bits each, the higher byte first */
    public function toBytes16(): string
    {
        $bytes = '';
        foreach (array_chunk($this->words, 4096) as $words) {
            $bytes .= pack('J*', ...self::channels16($words));
        }

        return $bytes;
    }

    /**
     * @param  list<int>  $words
     * @return array<int, int> R G B A of 16 bits each in a word
     */
    private static function channels16(array $words): array
    {
        $count = count($words);
        for ($i = 0; $i < $count; $i++) {
            $w = $words[$i];
            if (! is_int($w)) {
                break;
            }
            $a = $w & self::CHANNEL;
            if ($a > 0) {
                // 65535 / 32640 is 257 / 128.
                $k = intdiv(65535 << 32, $a);
                $words[$i] = ($w >> 45) * $k + self::HALF >> 32 << 48 | ($w >> 30 & self::CHANNEL) * $k + self::HALF >> 32 << 32 | ($w >> 15 & self::CHANNEL) * $k + self::HALF >> 32 << 16 | $a * 257 + 64 >> 7;
            }
        }

        return $words;
    }

    /**
     * The words of what `toBytes16` gives; what it gave comes back unchanged.
     *
     * @param  array<int, int>  $channels  0–65535, four a pixel: R G B A straight
     * @return list<int>
     */
    public static function wordsOf16(array $channels): array
    {
        $words = [];
        $count = count($channels);
        for ($i = 0; $i < $count; $i += 4) {
            $a = (int) ($channels[$i + 3] * self::FULL / 65535 + 0.5);
            $k = $a / 65535;
            $words[] = (int) ($channels[$i] * $k + 0.5) << 45 | (int) ($channels[$i + 1] * $k + 0.5) << 30 | (int) ($channels[$i + 2] * $k + 0.5) << 15 | $a;
        }

        return $words;
    }

    public function at(int $x, int $y): int
    {
        return $this->words[$y * $this->width + $x];
    }

    /** The part inside `$area`, which lies inside the picture. */
    public function crop(Rect $area): self
    {
        if ($area->toArray() === [0, 0, $this->width, $this->height]) {
            return $this;
        }
        $out = [];
        for ($y = $area->y; $y < $area->bottom(); $y++) {
            $from = $y * $this->width + $area->x;
            for ($last = $from + $area->width; $from < $last; $from++) {
                $out[] = $this->words[$from];
            }
        }

        return new self($area->width, $area->height, $out);
    }
}
