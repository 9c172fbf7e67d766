<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\JsonBody;
use App\Painting\PixelPatches;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;
use Yarrowfog\Core\Colour\InkChart;
use Yarrowfog\Core\Colour\Oklab;
use Yarrowfog\Core\Colour\Oklch;
use Yarrowfog\Core\Colour\Srgb;

/** An ink by its hex digits or by lightness, chroma and hue, with what lies around it. */
final class InkController
{
    /** px of the chart of one hue, and of the row of hues. */
    private const CHART = [132, 92];

    private const HUES = [180, 1];

    public function __invoke(Request $request): Response
    {
        $body = JsonBody::read($request)->keys(['hex', 'lightness', 'chroma', 'hue']);
        $before = $body->number('hue', -720, 720, 0.0);
        if ($body->has('hex')) {
            $srgb = Srgb::fromHex($body->text('hex'), 'hex');
            $ink = Oklch::fromOklab(Oklab::fromSrgb($srgb));
            $ink = new Oklch($ink->lightness, $ink->chroma, InkChart::hueOf($ink, $before));
            $asked = $ink;
        } else {
            $asked = new Oklch($body->number('lightness', 0, 1), $body->number('chroma', 0, 0.5), fmod($before + 720, 360));
            $srgb = $asked->toSrgb();
            $shown = Oklch::fromOklab(Oklab::fromSrgb($srgb));
            $ink = new Oklch($asked->lightness, min($asked->chroma, $shown->chroma + 0.004), $asked->hue);
        }

        $chart = InkChart::ofHue($ink->hue, ...self::CHART);
        $hues = InkChart::hues(...self::HUES);

        return (new PixelPatches)
            ->add($chart->bounds(), $chart)
            ->add($hues->bounds(), $hues)
            ->answer([
                'hex' => $srgb->toHex(),
                'lightness' => round($ink->lightness, 4),
                'chroma' => round($ink->chroma, 4),
                'hue' => round($ink->hue, 2),
                'most' => InkChart::MOST_CHROMA,
                'lowered' => $asked->chroma > $ink->chroma + 0.001,
                'wells' => array_map(fn (array $well): array => array_map(fn (Srgb $s): string => $s->toHex(), $well), InkChart::wells($ink)),
            ]);
    }
}
