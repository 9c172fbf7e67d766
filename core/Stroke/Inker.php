<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke;

use Yarrowfog\Core\Chance;
use Yarrowfog\Core\Colour\Oklab;
use Yarrowfog\Core\Colour\Oklch;
use Yarrowfog\Core\Stroke\Choice\Per;
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

    private Dial $hueShift;

    private Dial $chromaShift;

    private Dial $lightnessShift;

    private Dial $lends;

    private Dial $carries;

    private Dial $fresh;

    private Dial $depth;

    private Dial $shadow;

    private Dial $lift;

    private bool $perStroke;

    /** Whether every dab of the stroke has the same colour. */
    public bool $oneColour;

    public function __construct(BrushSettings $brush, private Chance $chance)
    {
        $this->flow = Dial::of($brush, 'flow', $chance);
        $this->opacity = Dial::of($brush, 'opacity', $chance);
        $this->mix = Dial::of($brush, 'inkMix', $chance);
        $this->hueShift = Dial::of($brush, 'hueShift', $chance);
        $this->chromaShift = Dial::of($brush, 'chromaShift', $chance);
        $this->lightnessShift = Dial::of($brush, 'lightnessShift', $chance);
        $this->lends = Dial::of($brush, 'lends', $chance);
        $this->carries = Dial::of($brush, 'smudgeStrength', $chance);
        $this->fresh = Dial::of($brush, 'smudgeInk', $chance);
        $this->depth = Dial::of($brush, 'toothDepth', $chance);
        $this->shadow = Dial::of($brush, 'castShadow', $chance);
        $this->lift = Dial::of($brush, 'shadowDistance', $chance);
        $this->main = Oklab::fromSrgb($brush->mainInk);
        $this->second = Oklab::fromSrgb($brush->secondInk);
        $this->hue = $brush->base('driftHue');
        $this->chroma = $brush->base('driftChroma');
        $this->lightness = $brush->base('driftLightness');
        $this->perStroke = $brush->choices->driftPer === Per::Stroke;
        $this->oneColour = $brush->tipKind === TipKind::InkMask
            && $brush->value('inkMix')->drives === []
            && $brush->value('hueShift')->drives === []
            && $brush->value('chromaShift')->drives === []
            && $brush->value('lightnessShift')->drives === []
            && $brush->base('lends') <= 0.0
            && ! $brush->castsShadow()
            && ($this->perStroke || ! $brush->drifts());
    }

    /** The dab that falls at a place, shaped already. */
    public function dab(Place $place, Shape $shape): Dab
    {
        $on = $place->on;
        $key = $place->key;
        $drift = $this->drift($place);

        return new Dab(
            $place->index,
            $on->t,
            $place->x,
            $place->y,
            $shape,
            $this->flow->at($on, $key),
            $this->opacity->at($on, $key),
            $this->colour($place, $drift),
            $drift,
            $this->lends->at($on, $key),
            $this->depth->at($on, $key),
            $this->carries->at($on, $key),
            $this->fresh->at($on, $key),
            $this->shadow->at($on, $key),
            $this->lift->at($on, $key),
        );
    }

    /** @return int 0xRRGGBB */
    private function colour(Place $place, Drift $drift): int
    {
        $mix = $this->mix->at($place->on, $this->perStroke ? 0 : $place->key);
        $colour = Oklch::fromOklab($this->main->mixedWith($this->second, $mix));

        return (new Oklch(max(0.0, min(1.0, $colour->lightness + $drift->lightness)), $colour->chroma * $drift->chroma, $colour->hue + $drift->hue))->toSrgb()->toInt();
    }

    private function drift(Place $place): Drift
    {
        $draw = $this->perStroke ? 0 : $place->key;

        return new Drift(
            $this->hueShift->at($place->on, $place->key) + $this->draw('driftHue', $this->hue, $draw),
            max(0.0, (1.0 + $this->draw('driftChroma', $this->chroma, $draw)) * (1.0 + $this->chromaShift->at($place->on, $place->key))),
            $this->lightnessShift->at($place->on, $place->key) + $this->draw('driftLightness', $this->lightness, $draw),
        );
    }

    private function draw(string $setting, float $by, int $draw): float
    {
        return $by <= 0.0 ? 0.0 : $by * $this->chance->signedUnit(Chance::stream($setting), $draw);
    }
}
