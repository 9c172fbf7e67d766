<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Dab;

use Yarrowfog\Core\Paint\Tile\StrokeBuffer;
use Yarrowfog\Core\Stroke\Dab;

/** Prints that are made once and laid again and again, or that meet the ground or cast a shadow on their way into the tiles. */
final readonly class ImpressionPrinting implements PrintingWay
{
    /** Whether what lies beyond the sheet may be left out: a shadow falls from there, too, and a tooth of the dab's own counts from its corner. */
    private bool $mayCut;

    public function __construct(private Impressions $impressions, private ?Tooth $tooth, private ?CastShadow $shadow, private bool $staysEven)
    {
        $this->mayCut = $shadow === null && ($tooth === null || $tooth->isFixedToSheet());
    }

    public function form(): null
    {
        return null;
    }

    public function print(Dab $dab, int $ceiling, int $strength, StrokeBuffer $buffer): void
    {
        $side = (int) StrokeBuffer::SIDE;
        $impression = $this->impressions->of($dab, $this->mayCut ? $buffer->bounds : null);
        $impression = $this->shadow === null ? $impression : $this->shadow->under($impression, $dab);
        $x = DabFootprint::pixel($dab->x) + $impression->area->x;
        $y = DabFootprint::pixel($dab->y) + $impression->area->y;
        foreach ($buffer->parts($x, $y, $x + $impression->area->width, $y + $impression->area->height) as [$key, $tileX, $tileY, $part]) {
            [$left, $top, $right, $bottom] = [$part[0] - $x, $part[1] - $y, $part[2] - $x, $part[3] - $y];
            $print = $impression;
            $k = $strength;
            if ($this->tooth !== null) {
                $ground = ($part[1] - $tileY) * $side + $part[0] - $tileX;
                $print = $this->press($this->tooth, $impression, $dab, $strength, $key, $ground, $left, $top, $right, $bottom);
                $k = 65536;
            }
            // No variable may hold the tile while it is written to: that would copy it.
            $buffer->put($key, match (true) {
                $buffer->colour !== null => TileBlend::blend($buffer->take($key), $tileX - $x, $tileY - $y, $left, $top, $right, $bottom, $print, $ceiling, $k),
                $print->colours === null => TileBlend::blendInColour($buffer->take($key), $tileX - $x, $tileY - $y, $left, $top, $right, $bottom, $print, $ceiling, $k, $dab->colour),
                default => TileBlend::blendInOwnColours($buffer->take($key), $tileX - $x, $tileY - $y, $left, $top, $right, $bottom, $print, $ceiling, $k, $print->colours),
            }, $part);
        }
    }

    /**
     * A part of a print where it meets the bumps of the ground, in the tile or with the dab.
     *
     * @param  int  $ground  where the part begins in the heights under the tile
     */
    private function press(Tooth $tooth, Impression $impression, Dab $dab, int $strength, string $key, int $ground, int $left, int $top, int $right, int $bottom): Impression
    {
        $width = $impression->area->width;
        $depth = (int) round($dab->depth * 65536);
        $pressure = (int) round($dab->flow * $dab->opacity * 65536);
        // Carved ink is a share of the ceiling, which in a stroke that stays even is the opacity.
        $share = $this->staysEven ? (int) round(65536 / $dab->opacity) : 65536;

        return $impression->withInk($tooth->isFixedToSheet()
            ? $tooth->press($impression->ink, $width, $left, $top, $right, $bottom, $tooth->underTile($key), $ground, StrokeBuffer::SIDE, $depth, $strength, $share, $pressure)
            : $tooth->press($impression->ink, $width, $left, $top, $right, $bottom, $tooth->underDab($width, $impression->area->height), $top * $width + $left, $width, $depth, $strength, $share, $pressure));
    }
}
