<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Thing;

/**
 * What colours something has: a mixture of a few clouds in OKLab, each with its own spread in every direction.
 *
 * Clouds are found by k-means from colours that lie far apart, then fitted by their means and covariances (Rother et al., "GrabCut",
 * 2004, section 3.1, with hard membership).
 */
final readonly class ColourModel
{
    private const ROUNDS = 6;

    private const CLOUDS = 6;

    /** Least variance of a cloud, in 1,024ths squared: noise that no picture is without. */
    private const LEAST = 100.0;

    /** @param  list<array{float, float, float, float, float, float, float, float, float, float}>  $clouds  mean, inverse covariance (ll aa bb la lb ab), and what its size and width add */
    private function __construct(private array $clouds)
    {
    }

    /** @param  array<int, float>  $weights  how much there is of each colour */
    public static function of(Palette $all, array $weights): self
    {
        $weights = array_filter($weights, fn (float $w): bool => $w > 0.0);
        $centres = self::centres($all, $weights);
        $member = [];
        [$ls, $as, $bs] = [$all->l, $all->a, $all->b];
        [$cl, $ca, $cb] = [array_column($centres, 0), array_column($centres, 1), array_column($centres, 2)];
        $count = count($centres);
        for ($round = 0; $round < self::ROUNDS; $round++) {
            $before = $member;
            $n = $sl = $sa = $sb = array_fill(0, $count, 0.0);
            foreach ($weights as $k => $w) {
                $l = $ls[$k];
                $a = $as[$k];
                $b = $bs[$k];
                $best = 0;
                $least = 1e18;
                for ($c = 0; $c < $count; $c++) {
                    $dl = $l - $cl[$c];
                    $da = $a - $ca[$c];
                    $db = $b - $cb[$c];
                    $d = $dl * $dl + $da * $da + $db * $db;
                    if ($d < $least) {
                        $least = $d;
                        $best = $c;
                    }
                }
                $member[$k] = $best;
                $n[$best] += $w;
                $sl[$best] += $w * $l;
                $sa[$best] += $w * $a;
                $sb[$best] += $w * $b;
            }
            // Where nobody moves, nobody will.
            if ($member === $before) {
                break;
            }
            foreach ($n as $c => $w) {
                if ($w > 0.0) {
                    [$cl[$c], $ca[$c], $cb[$c]] = [$sl[$c] / $w, $sa[$c] / $w, $sb[$c] / $w];
                }
            }
        }
        $centres = array_map(fn (float $l, float $a, float $b): array => [$l, $a, $b], $cl, $ca, $cb);

        return new self(self::fit($all, $weights, $member, $centres));
    }

    /**
     * The mean, then again and again the colour that is farthest from all before, weighted by how much there is of it.
     *
     * @param  array<int, float>  $weights
     * @return non-empty-list<array{float, float, float}>
     */
    private static function centres(Palette $all, array $weights): array
    {
        $n = $l = $a = $b = 0.0;
        foreach ($weights as $k => $w) {
            $n += $w;
            $l += $w * $all->l[$k];
            $a += $w * $all->a[$k];
            $b += $w * $all->b[$k];
        }
        if ($n === 0.0) {
            return [[512.0, 0.0, 0.0]];
        }
        $centres = [[$l / $n, $a / $n, $b / $n]];
        $away = array_fill(0, count($all->l), 1e18);
        while (count($centres) < self::CLOUDS) {
            [$l, $a, $b] = $centres[count($centres) - 1];
            $far = 0.0;
            $next = -1;
            foreach ($weights as $k => $w) {
                $d = ($all->l[$k] - $l) ** 2 + ($all->a[$k] - $a) ** 2 + ($all->b[$k] - $b) ** 2;
                if ($d < $away[$k]) {
                    $away[$k] = $d;
                }
                if ($far < $away[$k] * $w) {
                    $far = $away[$k] * $w;
                    $next = $k;
                }
            }
            if ($next < 0) {
                break;
            }
            $centres[] = [$all->l[$next], $all->a[$next], $all->b[$next]];
        }

        return $centres;
    }

    /**
     * @param  array<int, float>  $weights
     * @param  array<int, int>  $member
     * @param  list<array{float, float, float}>  $centres
     * @return list<array{float, float, float, float, float, float, float, float, float, float}>
     */
    private static function fit(Palette $all, array $weights, array $member, array $centres): array
    {
        $n = $sll = $saa = $sbb = $sla = $slb = $sab = array_fill(0, count($centres), 0.0);
        $total = 0.0;
        foreach ($weights as $k => $w) {
            $c = $member[$k];
            $l = $all->l[$k] - $centres[$c][0];
            $a = $all->a[$k] - $centres[$c][1];
            $b = $all->b[$k] - $centres[$c][2];
            $n[$c] += $w;
            $sll[$c] += $w * $l * $l;
            $saa[$c] += $w * $a * $a;
            $sbb[$c] += $w * $b * $b;
            $sla[$c] += $w * $l * $a;
            $slb[$c] += $w * $l * $b;
            $sab[$c] += $w * $a * $b;
            $total += $w;
        }
        $clouds = [];
        foreach ($n as $c => $w) {
            if ($w <= 0.0) {
                continue;
            }
            [$ll, $aa, $bb, $la, $lb, $ab] = [$sll[$c] / $w + self::LEAST, $saa[$c] / $w + self::LEAST, $sbb[$c] / $w + self::LEAST, $sla[$c] / $w, $slb[$c] / $w, $sab[$c] / $w];
            // Inverse of a symmetric 3 × 3 matrix by its cofactors.
            $ill = $aa * $bb - $ab * $ab;
            $ila = $lb * $ab - $la * $bb;
            $ilb = $la * $ab - $lb * $aa;
            $det = max(1.0, $ll * $ill + $la * $ila + $lb * $ilb);
            $clouds[] = [...$centres[$c], $ill / $det, ($ll * $bb - $lb * $lb) / $det, ($ll * $aa - $la * $la) / $det, $ila / $det, $ilb / $det, ($la * $lb - $ll * $ab) / $det, log($w / $total) - 0.5 * log($det)];
        }

        return $clouds;
    }

    /** @return array<int, float> how likely each colour of a picture is: see `likely` */
    public function all(Palette $palette): array
    {
        return $this->likely($palette->l, $palette->a, $palette->b);
    }

    /**
     * How likely colours are, each as a natural logarithm up to a constant: that of its likeliest cloud.
     *
     * @param  array<int, float>  $ls  lightness of each, in 1,024ths
     * @param  array<int, float>  $as
     * @param  array<int, float>  $bs
     * @return array<int, float>
     */
    public function likely(array $ls, array $as, array $bs): array
    {
        $likely = $ls;
        foreach ($ls as $k => $l) {
            $likely[$k] = -1e9;
        }
        foreach ($this->clouds as [$ml, $ma, $mb, $ll, $aa, $bb, $la, $lb, $ab, $size]) {
            foreach ($ls as $k => $l) {
                $dl = $l - $ml;
                $da = $as[$k] - $ma;
                $db = $bs[$k] - $mb;
                $at = $size - 0.5 * ($ll * $dl * $dl + $aa * $da * $da + $bb * $db * $db) - $la * $dl * $da - $lb * $dl * $db - $ab * $da * $db;
                if ($at > $likely[$k]) {
                    $likely[$k] = $at;
                }
            }
        }

        return $likely;
    }
}
