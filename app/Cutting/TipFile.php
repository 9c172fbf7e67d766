<?php

declare(strict_types=1);

namespace App\Cutting;

use App\Models\Tip;
use App\Pictures\PictureFile;
use App\Store\BlobStore;
use Yarrowfog\Core\Format\Svg;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Tip\Frame;
use Yarrowfog\Core\Vector\Tracer;

/** Tips as files to take away: pictures with alpha and dpi, or an outline. */
final readonly class TipFile
{
    /** Type by ending. */
    public const TYPES = ['png' => 'image/png', 'tiff' => 'image/tiff', 'webp' => 'image/webp', 'bmp' => 'image/bmp', 'svg' => 'image/svg+xml'];

    public function __construct(private BlobStore $kept)
    {
    }

    /**
     * @param  string  $format  one of TYPES
     * @param  int  $steps  of grey, for an outline
     */
    public function bytes(Tip $tip, string $format, int $steps = 1): string
    {
        $kept = $this->kept->get($tip->hash);
        if ($format === 'png') {
            return $kept;
        }
        $picture = PictureFile::read($kept);
        if ($format === 'svg') {
            return Svg::of(Tracer::trace(Frame::fromPicture($picture->bitmap(), $tip->kind)->ink, $steps));
        }
        // A BMP has no alpha that programs agree on: ink on white.
        $pixels = $format === 'bmp' ? self::onWhite($picture->bitmap())->toBytes() : $picture->rgba;

        return PictureFile::encode($picture->width, $picture->height, $pixels, $format === 'bmp' ? 'bmp3' : $format, $tip->dpi);
    }

    private static function onWhite(Bitmap $in): Bitmap
    {
        $out = [];
        foreach ($in->pixels as $p) {
            $alpha = $p & 255;
            $over = fn (int $c): int => intdiv($c * $alpha + 255 * (255 - $alpha) + 127, 255);
            $out[] = $over($p >> 24) << 24 | $over($p >> 16 & 255) << 16 | $over($p >> 8 & 255) << 8 | 255;
        }

        return new Bitmap($in->width, $in->height, $out);
    }
}
