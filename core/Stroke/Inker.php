<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke;

use Yarrowfog\Core\Colour\Oklab;
use Yarrowfog\Core\Colour\Oklch;
use Yarrowfog\Core\Stroke\Settings\InkSettings;
use Yarrowfog\Core\Tip\TipKind;

/** Ink: how much of it each dab carries, and of what colour. */
final readonly class Inker
{
    private Dial $flow;

    private Dial $opacity;

    private Dial $mix;

    private Oklab $main;

    private Oklab $second;

    private float $hue;

    private float $chroma;

    private float $lightness;

    private bool $perStroke;

    /** Whether every dab of the stroke has the same colour. */
    public bool $oneColour;

    public function __construct(Brush $brush, private Chance $chance)
    {
        $this->flow = Dial::of($brush, 'flow', $chance);
        $this->opacity = Dial::of($brush, 'opacity', $chance);
        $this->mix = Dial::of($brush, 'inkMix', $chance);
        $this->main = Oklab::fromSrgb($brush->mainInk);
        $this->second = Oklab::fromSrgb($brush->secondInk);
        $this->hue = $brush->base('driftHue');
        $this->chroma = $brush->base('driftChroma');
        $this->lightness = $brush->base('driftLightness');
        $this->perStroke = $brush->choice('driftPer') === InkSettings::PER_STROKE;
        $this->oneColour = $brush->tipKind === TipKind::InkMask
            && $brush->value('inkMix')->drives === []
            && ($this->perStroke || ! $brush->drifts());
    }

    public function flow(Place $place): float
    {
        return $this->flow->at($place->on, $place->index);
    }

    public function opacity(Place $place): float
    {
        return $this->opacity->at($place->on, $place->index);
    }

    /** @return int 0xRRGGBB */
    public function colour(Place $place): int
    {
        $draw = $this->perStroke ? 0 : $place->index;
        $mix = $this->mix->at($place->on, $draw);
        $colour = Oklch::fromOklab($this->main->mixedWith($this->second, $mix));

        return (new Oklch(
            max(0.0, min(1.0, $colour->lightness + $this->drift('driftLightness', $this->lightness, $draw))),
            $colour->chroma * (1.0 + $this->drift('driftChroma', $this->chroma, $draw)),
            $colour->hue + $this->drift('driftHue', $this->hue, $draw),
        ))->toSrgb()->toInt();
    }

    private function drift(string $setting, float $by, int $draw): float
    {
        return $by <= 0.0 ? 0.0 : $by * $this->chance->signed(Chance::stream($setting), $draw);
    }
}
