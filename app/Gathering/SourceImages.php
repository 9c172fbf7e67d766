<?php

declare(strict_types=1);

namespace App\Gathering;

use App\Models\Source;
use App\Pictures\Picture;
use App\Pictures\PictureFile;
use App\Store\BlobStore;
use App\Store\DerivativeCache;

/** Pictures of sources, at the sizes that the rooms need. */
final readonly class SourceImages
{
    /** px of the longer side of what Cut shows while a slider moves. */
    public const PREVIEW = 1000;

    private const THUMB = 440;

    public function __construct(private BlobStore $kept, private DerivativeCache $derived)
    {
    }

    public function picture(Source $source, ?int $longest = null): Picture
    {
        return PictureFile::read($this->kept->get($source->hash), $longest);
    }

    /** Size of the preview against the source. */
    public function previewFactor(Source $source): float
    {
        return max(1, (int) round($source->width * min(1.0, self::PREVIEW / max($source->width, $source->height)))) / $source->width;
    }

    /** The source at preview size; it is decoded once. */
    public function preview(Source $source): Picture
    {
        $factor = min(1.0, self::PREVIEW / max($source->width, $source->height));
        $width = max(1, (int) round($source->width * $factor));
        $height = max(1, (int) round($source->height * $factor));
        $rgba = $this->derived->remember("{$source->hash}-preview", fn (): string => $this->picture($source, self::PREVIEW)->rgba);

        return new Picture($width, $height, $rgba, $source->dpi);
    }

    /** A small JPEG or PNG for the wall. */
    public function thumb(Source $source): string
    {
        return $this->derived->remember("{$source->hash}-thumb", function () use ($source): string {
            $small = $this->picture($source, self::THUMB);

            return PictureFile::encode($small->width, $small->height, $small->rgba, 'png');
        });
    }
}
