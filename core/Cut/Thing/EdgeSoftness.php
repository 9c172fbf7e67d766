<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Thing;

/**
 * How soft a picture is along an outline: where it is blurred once more, a sharp edge loses more of its slope than a soft one.
 *
 * Zhuo and Sim, "Defocus map estimation from a single image", 2011: σ = σ₁ / √(R² − 1), R the slope before against that after; here over
 * all three channels, and only near the outline, where `Focus` asks for the sharpest edges of a whole thing.
 */
final readonly class EdgeSoftness
{
    /** px on both sides of the outline in which its edge is looked for. */
    public const NEAR = 2;

    /** Part of the slopes there that are the edge: the steepest. */
    private const STEEPEST = 0.3;

    /** Variance by which the picture is blurred once more, in px squared: that of (1 2 1) / 4. */
    private const AGAIN = 0.5;

    /** σ in px beyond which nothing more is told. */
    public const MOST = 9.0;

    /**
     * @param  Ring  $ring  around the thing, NEAR or wider
     * @return float|null σ in px, with what pixels themselves are soft by; null where there is no outline
     */
    public static function along(LabPicture $picture, Ring $ring): ?float
    {
        $width = $picture->width;
        $channels = [$picture->l, $picture->a, $picture->b];
        $slopes = [];
        foreach ($ring->pixels as $i) {
            if ($ring->steps[$i] > self::NEAR) {
                break;
            }
            $x = $i % $width;
            $y = intdiv($i, $width);
            if ($x < 2 || $y < 2 || $x >= $width - 2 || $y >= $picture->height - 2) {
                continue;
            }
            $slope = 0;
            foreach ($channels as $values) {
                $across = $values[$i + 1] - $values[$i - 1];
                $down = $values[$i + $width] - $values[$i - $width];
                $slope += $across * $across + $down * $down;
            }
            $slopes[$i] = $slope;
        }
        if ($slopes === []) {
            return null;
        }
        arsort($slopes);
        $ratios = [];
        foreach (array_slice($slopes, 0, max(1, (int) (self::STEEPEST * count($slopes))), true) as $i => $before) {
            $after = 0;
            foreach ($channels as $values) {
                [$across, $down] = self::again($values, $i, $width);
                $after += $across * $across + $down * $down;
            }
            $ratios[] = 256 * $before / max(1, $after);
        }
        sort($ratios);
        $square = $ratios[intdiv(count($ratios), 2)];

        return $square > 1.0 ? min(self::MOST, sqrt(self::AGAIN / ($square - 1))) : self::MOST;
    }

    /**
     * Slopes of what (1 2 1) × (1 2 1) gives, from the pixels themselves.
     *
     * @param  array<int, int>  $values
     * @return array{int, int} across and down, 16-fold
     */
    private static function again(array $values, int $i, int $width): array
    {
        $across = $down = 0;
        foreach ([1, 2, 1] as $k => $weight) {
            $row = $i + ($k - 1) * $width;
            $across += $weight * ($values[$row + 2] - $values[$row - 2] + 2 * ($values[$row + 1] - $values[$row - 1]));
            $column = $i + $k - 1;
            $down += $weight * ($values[$column + 2 * $width] - $values[$column - 2 * $width] + 2 * ($values[$column + $width] - $values[$column - $width]));
        }

        return [$across, $down];
    }
}
