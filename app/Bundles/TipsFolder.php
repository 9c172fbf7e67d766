<?php

declare(strict_types=1);

namespace App\Bundles;

use App\Cutting\TipFile;
use App\Models\Tip;
use App\Work\CalledOff;
use App\Work\Progress;
use RuntimeException;
use Yarrowfog\Core\InvalidInput;

/** The tips of brushes alone, as pictures in a folder: for other programs. */
final readonly class TipsFolder
{
    public const FORMATS = ['png', 'webp', 'tiff', 'svg'];

    public function __construct(private TipFile $files)
    {
    }

    /** @throws InvalidInput|RuntimeException|CalledOff */
    public function write(BundleOrder $order, string $format, string $path, ?Progress $progress = null): void
    {
        $entries = [];
        $brushes = $order->brushes();
        foreach ($brushes->all() as $i => $brush) {
            $progress?->tell(0.9 * $i / $brushes->count(), "writing the tip of “{$brush->name}”");
            $name = sprintf('%04d-%s', $i + 1, PartsPacker::slug($brush->name, 'tip'));
            foreach ($brush->tip->pictures() as $frame => $picture) {
                $one = (new Tip)->forceFill(['kind' => $brush->tip->kind, 'hash' => $picture['hash'], 'width' => $picture['width'], 'height' => $picture['height'], 'dpi' => $brush->tip->dpi]);
                $entries[$name.($frame === 0 && count($brush->tip->pictures()) === 1 ? '' : sprintf('-%02d', $frame + 1)).".{$format}"] = $this->files->bytes($one, $format);
            }
        }
        ZipWriter::write($path, $entries, $progress, 0.9);
    }
}
