<?php

declare(strict_types=1);

namespace App\Painting;

use App\Pictures\PictureFile;
use App\Store\BlobStore;
use App\Store\DerivativeCache;
use Yarrowfog\Core\Paint\Mip\HalvedMipChain;
use Yarrowfog\Core\Paint\Mip\MipChain;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Plane;
use Yarrowfog\Core\Tip\Frame;
use Yarrowfog\Core\Tip\TipKind;

/**
 * The image pyramid of a kept tip, each level stored by itself: a small brush reads a
 * small level and never opens the whole picture.
 */
final class TipMipChain implements MipChain
{
    /** @var non-empty-list<array{int, int}> */
    private readonly array $sizes;

    /** @var array<int, Frame> */
    private array $frames = [];

    private ?HalvedMipChain $whole = null;

    public function __construct(
        private readonly string $hash,
        private readonly TipKind $kind,
        int $width,
        int $height,
        private readonly BlobStore $kept,
        private readonly DerivativeCache $derived,
    ) {
        $this->sizes = HalvedMipChain::sizes($width, $height);
    }

    public function count(): int
    {
        return count($this->sizes);
    }

    public function size(int $level): array
    {
        return $this->sizes[$level];
    }

    public function frame(int $level): Frame
    {
        return $this->frames[$level] ??= $this->kind === TipKind::InkMask
            ? new Frame($this->ink($level))
            : new Frame($this->ink($level), $this->colours($level));
    }

    private function ink(int $level): Plane
    {
        [$w, $h] = $this->sizes[$level];

        return Plane::fromBytes($w, $h, $this->derived->remember("{$this->hash}-ink-{$level}", fn (): string => $this->whole()->frame($level)->ink->toBytes()));
    }

    private function colours(int $level): Bitmap
    {
        [$w, $h] = $this->sizes[$level];

        return Bitmap::fromBytes($w, $h, $this->derived->remember("{$this->hash}-own-{$level}", fn (): string => $this->whole()->frame($level)->toPicture()->toBytes()));
    }

    private function whole(): HalvedMipChain
    {
        return $this->whole ??= new HalvedMipChain(Frame::fromPicture(PictureFile::read($this->kept->get($this->hash))->bitmap(), $this->kind));
    }
}
