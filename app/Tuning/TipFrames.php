<?php

declare(strict_types=1);

namespace App\Tuning;

use App\Models\Tip;
use App\Pictures\PictureFile;
use App\Store\BlobStore;
use App\Store\DerivativeCache;

/** Frames of tips, small, to choose from. */
final readonly class TipFrames
{
    /** px of the longer side. */
    private const SIDE = 112;

    public function __construct(private BlobStore $kept, private DerivativeCache $derived)
    {
    }

    public function png(Tip $tip, int $frame): string
    {
        $pictures = $tip->pictures();
        $picture = $pictures[$frame] ?? $pictures[0];

        return $this->derived->remember("{$picture['hash']}-frame", fn (): string => PictureFile::png(PictureFile::read($this->kept->get($picture['hash']), self::SIDE)->bitmap()));
    }
}
