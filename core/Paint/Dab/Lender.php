<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Dab;

use Yarrowfog\Core\Colour\Oklab;
use Yarrowfog\Core\Colour\Srgb;
use Yarrowfog\Core\Paint\Composite\Backdrop;
use Yarrowfog\Core\Paint\Composite\LayerBlend;
use Yarrowfog\Core\Paint\Tile\StrokeBuffer;
use Yarrowfog\Core\Raster\BlendMode;
use Yarrowfog\Core\Raster\DeepBitmap;
use Yarrowfog\Core\Stroke\Dab;

/** Ink: dabs take colour from what lies under their middle; where nothing lies they keep their own. */
final class Lender
{
    /** @var array<string, array<int, int>> */
    private array $tiles = [];

    public function __construct(private readonly Backdrop $under)
    {
    }

    public function lend(Dab $dab): Dab
    {
        $x = (int) floor($dab->x);
        $y = (int) floor($dab->y);
        if ($dab->lends <= 0.0 || $x < 0 || $y < 0) {
            return $dab;
        }
        $key = StrokeBuffer::key(intdiv($x, StrokeBuffer::SIDE), intdiv($y, StrokeBuffer::SIDE));
        $this->tiles[$key] ??= $this->shown($key);
        $word = $this->tiles[$key][$y % StrokeBuffer::SIDE * StrokeBuffer::SIDE + $x % StrokeBuffer::SIDE] ?? 0;
        if ($word === 0) {
            return $dab;
        }
        $pixel = DeepBitmap::pixel($word);
        // Thin paint lends little.
        $share = $dab->lends * ($word & DeepBitmap::CHANNEL) / DeepBitmap::FULL;

        return $dab->withColour(
            Oklab::fromSrgb(Srgb::fromInt($dab->colour))->mixedWith(Oklab::fromSrgb(Srgb::fromInt($pixel >> 8)), $share)->toSrgb()->toInt(),
            $dab->drift->lend($pixel >> 8, $share),
        );
    }

    /** @return array<int, int> what is shown in a tile; nothing where nothing is */
    private function shown(string $key): array
    {
        $own = $this->under->tile($key);
        $beneath = $this->under->beneath($key);

        return $own === null || $beneath === null ? $own ?? $beneath ?? [] : LayerBlend::over($beneath, $own, 1.0, BlendMode::Normal);
    }
}
