<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Thing;

/** For each colour of a picture how much likelier it is *this* than *not this*. */
final class Models
{
    /** Most that one px says by its colour: no colour alone decides. */
    private const MOST = 8.0;

    /** Parts of the light that are left in a shadow, as cube roots, and what each costs: the ground is likelier than its shadow. */
    private const SHADES = [[0.94, 0.7], [0.87, 1.2], [0.8, 1.7], [0.72, 2.4]];

    /** Part of the ground that is less usual than what says little of the thing. */
    private const UNUSUAL = 0.1;

    /** How much less likely a colour must be there, as a natural logarithm, to say all. */
    private const APART = 4.0;

    /**
     * A thing throws a shadow, and what lies in it is the ground with less light: all its linear channels are smaller by one factor, and so L, a and
     * b by its cube root.
     *
     * @param  array<int, float>  $this_  px of each colour that are *this*
     * @param  array<int, float>  $not  px of each colour that are not
     * @param  array<int, float>  $marked  px of each colour that somebody pointed at as *this*
     * @param  float  $little  what a colour says of the thing, at least, that the ground has too: ground shows through the gaps of a thing
     * @param  float  $shadows  what shadows cost, in parts of what they cost where nothing is known
     * @return array<int, float> for each colour a natural logarithm, within bounds
     */
    public static function compare(Palette $palette, array $this_, array $not, array $marked, float $little, float $shadows = 1.0): array
    {
        $ground = ColourModel::of($palette, $not);
        $likely = $ground->all($palette);
        if ($little < 1.0) {
            $usual = self::quantile($likely, $not, self::UNUSUAL);
            foreach ($this_ as $k => $n) {
                $this_[$k] = $n * ($marked[$k] > 0.0 ? 1.0 : max($little, min(1.0, ($usual - $likely[$k]) / self::APART)));
            }
        }
        $own = ColourModel::of($palette, $this_)->all($palette);
        $most = $likely;
        $open = $own;
        foreach (self::SHADES as [$root, $cost]) {
            $l = $a = $b = [];
            foreach ($open as $k => $is) {
                // No shadow makes what is the ground already more so.
                if ($is - $most[$k] > -self::MOST) {
                    $l[$k] = $palette->l[$k] / $root;
                    $a[$k] = $palette->a[$k] / $root;
                    $b[$k] = $palette->b[$k] / $root;
                }
            }
            foreach ($ground->likely($l, $a, $b) as $k => $shaded) {
                $most[$k] = max($most[$k], $shaded - $shadows * $cost);
            }
            $open = array_intersect_key($open, $l);
        }
        $rather = [];
        foreach ($own as $k => $is) {
            $rather[] = max(-self::MOST, min(self::MOST, $is - $most[$k]));
        }

        return $rather;
    }

    /**
     * @param  array<int, float>  $values
     * @param  array<int, float>  $weights
     */
    public static function quantile(array $values, array $weights, float $part): float
    {
        asort($values);
        $all = $part * array_sum($weights);
        $sum = 0.0;
        foreach ($values as $k => $value) {
            $sum += $weights[$k];
            if ($sum >= $all && $sum > 0.0) {
                return $value;
            }
        }

        return 0.0;
    }
}
