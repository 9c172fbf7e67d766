<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Thing;

/**
 * The cheapest way to part a graph in two, between what is tied to *this* and what is tied to *not this*.
 *
 * Boykov and Kolmogorov, "An Experimental Comparison of Min-Cut/Max-Flow Algorithms for Energy Minimization in Vision", 2004: two trees
 * grow from both sides; where they meet, flow is sent along the path, and what it tears off is adopted again.
 */
final class MinimumCut
{
    /** Instead of the arc to a parent. */
    private const NOBODY = -1;

    private const SIDE = -2;

    private const ORPHAN = -3;

    private const FAR = 1 << 30;

    /**
     * Of several ways that are as cheap the one with the fewest nodes of *this*. All in one place, since arrays that are properties cost twice as much.
     *
     * @param  Arcs  $arcs  what it costs when the nodes of an edge fall on different sides
     * @param  array<int, int>  $ties  for each node how much more it costs to be *not this*; below 0, to be *this*
     * @return array<int, int> 1 for *this*, 0 for *not this*
     */
    public static function part(Arcs $arcs, array $ties): array
    {
        [$first, $head, $back, $room] = [$arcs->first, $arcs->head, $arcs->back, $arcs->room];
        $nodes = count($ties);
        // 0 in no tree, 1 in that of *this*, 2 in the other.
        $tree = array_fill(0, $nodes, 0);
        // What fits straight from a node of one side to its neighbour of the other needs no trees.
        for ($i = 0; $i < $nodes; $i++) {
            $tie = $ties[$i];
            if ($tie <= 0) {
                continue;
            }
            for ($arc = $first[$i], $end = $first[$i + 1]; $arc < $end; $arc++) {
                $other = $head[$arc];
                $its = -$ties[$other];
                if ($its > 0) {
                    $most = $room[$arc];
                    if ($most > $its) {
                        $most = $its;
                    }
                    if ($most > $tie) {
                        $most = $tie;
                    }
                    $room[$arc] -= $most;
                    $room[$back[$arc]] += $most;
                    $ties[$other] += $most;
                    $tie -= $most;
                }
            }
            $ties[$i] = $tie;
        }
        $parent = array_fill(0, $nodes, self::NOBODY);
        // Arcs up to the side, and when that was found out.
        $distance = $time = $tree;
        $active = [];
        $waits = $tree;
        for ($i = 0; $i < $nodes; $i++) {
            if ($ties[$i] !== 0) {
                $tree[$i] = $ties[$i] > 0 ? 1 : 2;
                $parent[$i] = self::SIDE;
                $distance[$i] = 1;
            }
        }
        for ($i = 0; $i < $nodes; $i++) {
            $mine = $tree[$i];
            if ($mine === 0) {
                continue;
            }
            for ($arc = $first[$i], $end = $first[$i + 1]; $arc < $end; $arc++) {
                if ($tree[$head[$arc]] !== $mine && ($mine === 1 ? $room[$arc] : $room[$back[$arc]]) > 0) {
                    $waits[$i] = 1;
                    $active[] = $i;
                    break;
                }
            }
        }
        $now = 0;
        for ($next = 0; $next < count($active); $next++) {
            $node = $active[$next];
            if ($waits[$node] === 0) {
                continue;
            }
            $waits[$node] = 0;
            $mine = $tree[$node];
            for ($way = $first[$node], $stop = $first[$node + 1]; $way < $stop && $parent[$node] !== self::NOBODY;) {
                $other = $head[$way];
                $its = $tree[$other];
                if ($its === $mine || ($mine === 1 ? $room[$way] : $room[$back[$way]]) === 0) {
                    $way++;

                    continue;
                }
                // It takes free neighbours into its tree.
                if ($its === 0) {
                    $tree[$other] = $mine;
                    $parent[$other] = $back[$way];
                    $time[$other] = $time[$node];
                    $distance[$other] = $distance[$node] + 1;
                    if ($waits[$other] === 0) {
                        $waits[$other] = 1;
                        $active[] = $other;
                    }
                    $way++;

                    continue;
                }
                $meeting = $mine === 1 ? $way : $back[$way];
                $now++;

                // As much is sent as fits along the path from side to side.
                $from = $head[$back[$meeting]];
                $to = $head[$meeting];
                $most = $room[$meeting];
                for ($at = $from; ($up = $parent[$at]) !== self::SIDE; $at = $head[$up]) {
                    $fits = $room[$back[$up]];
                    $most = $fits < $most ? $fits : $most;
                }
                $most = $ties[$at] < $most ? $ties[$at] : $most;
                for ($at = $to; ($up = $parent[$at]) !== self::SIDE; $at = $head[$up]) {
                    $most = $room[$up] < $most ? $room[$up] : $most;
                }
                $most = -$ties[$at] < $most ? -$ties[$at] : $most;
                $orphans = [];
                $room[$meeting] -= $most;
                $room[$back[$meeting]] += $most;
                for ($at = $from; ($up = $parent[$at]) !== self::SIDE; $at = $head[$up]) {
                    $down = $back[$up];
                    $room[$up] += $most;
                    $room[$down] -= $most;
                    if ($room[$down] === 0) {
                        $parent[$at] = self::ORPHAN;
                        $orphans[] = $at;
                    }
                }
                $ties[$at] -= $most;
                if ($ties[$at] === 0) {
                    $parent[$at] = self::ORPHAN;
                    $orphans[] = $at;
                }
                for ($at = $to; ($up = $parent[$at]) !== self::SIDE; $at = $head[$up]) {
                    $room[$back[$up]] += $most;
                    $room[$up] -= $most;
                    if ($room[$up] === 0) {
                        $parent[$at] = self::ORPHAN;
                        $orphans[] = $at;
                    }
                }
                $ties[$at] += $most;
                if ($ties[$at] === 0) {
                    $parent[$at] = self::ORPHAN;
                    $orphans[] = $at;
                }

                // Nodes that were torn off find new parents, nearest to their side; those without one are free again.
                for ($k = 0; $k < count($orphans); $k++) {
                    $orphan = $orphans[$k];
                    $torn = $tree[$orphan];
                    $best = self::NOBODY;
                    $least = self::FAR;
                    for ($arc = $first[$orphan], $end = $first[$orphan + 1]; $arc < $end; $arc++) {
                        $other = $head[$arc];
                        if ($tree[$other] !== $torn || ($torn === 1 ? $room[$back[$arc]] : $room[$arc]) === 0 || $parent[$other] === self::NOBODY) {
                            continue;
                        }
                        // How far it is from the side, marked on the way for whoever asks next; the way may end at an orphan.
                        $far = 0;
                        for ($at = $other; $time[$at] !== $now; $at = $head[$up]) {
                            $up = $parent[$at];
                            if ($up < 0) {
                                break;
                            }
                            $far++;
                        }
                        if ($time[$at] === $now) {
                            $far += $distance[$at];
                        } elseif ($parent[$at] === self::SIDE) {
                            $time[$at] = $now;
                            $distance[$at] = 1;
                            $far++;
                        } else {
                            continue;
                        }
                        for ($at = $other, $d = $far; $time[$at] !== $now; $at = $head[$parent[$at]]) {
                            $time[$at] = $now;
                            $distance[$at] = $d--;
                        }
                        if ($far < $least) {
                            $best = $arc;
                            $least = $far;
                        }
                    }
                    if ($best !== self::NOBODY) {
                        $parent[$orphan] = $best;
                        $time[$orphan] = $now;
                        $distance[$orphan] = $least + 1;

                        continue;
                    }
                    for ($arc = $first[$orphan]; $arc < $end; $arc++) {
                        $other = $head[$arc];
                        if ($tree[$other] !== $torn) {
                            continue;
                        }
                        if ($waits[$other] === 0 && ($torn === 1 ? $room[$back[$arc]] : $room[$arc]) > 0) {
                            $waits[$other] = 1;
                            $active[] = $other;
                        }
                        $up = $parent[$other];
                        if ($up >= 0 && $head[$up] === $orphan) {
                            $parent[$other] = self::ORPHAN;
                            $orphans[] = $other;
                        }
                    }
                    $tree[$orphan] = 0;
                    $parent[$orphan] = self::NOBODY;
                }
            }
        }
        foreach ($tree as $i => $side) {
            $tree[$i] = $side & 1;
        }

        return $tree;
    }
}
