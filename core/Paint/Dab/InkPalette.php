<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Dab;

use Yarrowfog\Core\Colour\Oklab;
use Yarrowfog\Core\Colour\Srgb;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Tip\InkRule;
use Yarrowfog\Core\Tip\TipKind;

/** The colours of a two-ink tip: darks take the main ink, lights the second, what is between is mixed in OKLab. */
final readonly class InkPalette
{
    /** @var list<int> 0xRRGGBB00 by luma */
    private array $colours;

    public function __construct(Srgb $main, Srgb $second)
    {
        $dark = Oklab::fromSrgb($main);
        $light = Oklab::fromSrgb($second);
        $colours = [];
        for ($i = 0; $i < 256; $i++) {
            $colours[] = $dark->mixedWith($light, $i / 255)->toSrgb()->toInt() << 8;
        }
        $this->colours = $colours;
    }

    public static function of(BrushSettings $brush): ?self
    {
        return $brush->tipKind === TipKind::TwoInk ? new self($brush->mainInk, $brush->secondInk) : null;
    }

    /**
     * @param  array<int, int>  $pixels  0xRRGGBBAA
     * @return array<int, int> the same in the two inks
     */
    public function ink(array $pixels): array
    {
        $out = [];
        foreach ($pixels as $pixel) {
            $out[] = $this->colours[InkRule::luma($pixel) >> 8] | $pixel & 255;
        }

        return $out;
    }
}
