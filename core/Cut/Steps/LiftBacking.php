<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Steps;

use Yarrowfog\Core\Colour\Srgb;
use Yarrowfog\Core\Cut\Choice\BackingSource;
use Yarrowfog\Core\Cut\EdgeMatte;
use Yarrowfog\Core\Cut\Step;
use Yarrowfog\Core\Cut\StepDescription;
use Yarrowfog\Core\Cut\StepGroup;
use Yarrowfog\Core\Form\Field;
use Yarrowfog\Core\Form\FieldValues;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Tip\TipKind;

/** Takes the colour of what lay behind out of half-transparent edges. */
final readonly class LiftBacking implements Step
{
    /** Edge pixels that say nothing yet. */
    private const FEW = 12;

    /** Variance of alpha, 0–255, below which no line can be laid through them. */
    private const LEAST_SPREAD = 100;

    /** @param  Srgb|null  $backing  null measures it */
    public function __construct(public ?Srgb $backing)
    {
    }

    public static function description(): StepDescription
    {
        return new StepDescription('lift-backing', 'Lift backing', StepGroup::Clear, 'Takes the colour of what lay behind out of half-transparent edges: no pale halo on dark.', [
            Field::choice('backing', 'Backing', BackingSource::class),
            Field::colour('colour', 'Colour', '#ffffff')->onlyWith('backing', BackingSource::Given),
        ]);
    }

    public static function from(FieldValues $numbers): self
    {
        return new self($numbers->choice('backing', BackingSource::class) === BackingSource::Given ? $numbers->colour('colour') : null);
    }

    /** P = α·C + (1 − α)·B (Porter and Duff, "Compositing Digital Images", 1984), solved for C. */
    public function apply(Bitmap $in, TipKind $kind): Bitmap
    {
        $matte = EdgeMatte::of($in, $this->backing);
        if ($matte !== null) {
            return $matte;
        }
        $backing = $this->backing ?? self::measureBacking($in);
        if ($backing === null) {
            return $in;
        }
        [$br, $bg, $bb] = [$backing->red, $backing->green, $backing->blue];
        $inverse = [0];
        for ($alpha = 1; $alpha < 256; $alpha++) {
            $inverse[] = intdiv(255 * 65536, $alpha);
        }
        $out = $in->pixels;
        foreach ($in->pixels as $i => $p) {
            $alpha = $p & 255;
            if ($alpha === 0 || $alpha === 255) {
                continue;
            }
            $more = $inverse[$alpha];
            $r = $br + ((($p >> 24) - $br) * $more + 32768 >> 16);
            $g = $bg + ((($p >> 16 & 255) - $bg) * $more + 32768 >> 16);
            $b = $bb + ((($p >> 8 & 255) - $bb) * $more + 32768 >> 16);
            $r = $r < 0 ? 0 : ($r > 255 ? 255 : $r);
            $g = $g < 0 ? 0 : ($g > 255 ? 255 : $g);
            $b = $b < 0 ? 0 : ($b > 255 ? 255 : $b);
            $out[$i] = $r << 24 | $g << 16 | $b << 8 | $alpha;
        }

        return new Bitmap($in->width, $in->height, $out);
    }

    /**
     * What the edge pixels would show if nothing were before the backing: their colours go
     * linearly with alpha, from the backing to the picture (least squares, at alpha 0).
     */
    public static function measureBacking(Bitmap $in): ?Srgb
    {
        $n = $sum = $squares = 0;
        $r = $g = $b = $ra = $ga = $ba = 0;
        foreach ($in->pixels as $p) {
            $alpha = $p & 255;
            if ($alpha > 0 && $alpha < 255) {
                $n++;
                $sum += $alpha;
                $squares += $alpha * $alpha;
                $red = $p >> 24;
                $green = $p >> 16 & 255;
                $blue = $p >> 8 & 255;
                $r += $red;
                $g += $green;
                $b += $blue;
                $ra += $red * $alpha;
                $ga += $green * $alpha;
                $ba += $blue * $alpha;
            }
        }
        $spread = $n * $squares - $sum * $sum;
        if ($n < self::FEW || $spread < self::LEAST_SPREAD * $n * $n) {
            return null;
        }
        $at = fn (int $values, int $products): int => (int) round(max(0.0, min(255.0, ($values * $squares - $products * $sum) / $spread)));

        return new Srgb($at($r, $ra), $at($g, $ga), $at($b, $ba));
    }
}
