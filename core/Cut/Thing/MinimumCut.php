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
    private const NOBODY = -1;

    private const SIDE = -2;

    private const ORPHAN = -3;

    private const FAR = 1 << 30;

    /** @var array<int, int> where the arcs of each node begin */
    private array $first = [];

    /** @var array<int, int> node at the end of each arc */
    private array $head = [];

    /** @var array<int, int> the same arc the other way */
    private array $back = [];

    /** @var array<int, int> what still fits through each arc */
    private array $room = [];

    /** @var array<int, int> 0 in no tree, 1 in that of *this*, 2 in the other */
    private array $tree = [];

    /** @var array<int, int> arc to the parent, or SIDE, ORPHAN, NOBODY */
    private array $parent = [];

    /** @var array<int, int> when the distance was found out */
    private array $time = [];

    /** @var array<int, int> arcs up to the side */
    private array $distance = [];

    /** @var array<int, int> what still fits from the side, below 0 to the other side */
    private array $tie = [];

    /** @var array<int, int> nodes that may grow, from `$next` on */
    private array $active = [];

    private int $next = 0;

    /** @var array<int, int> 1 for nodes that wait in `$active` */
    private array $waits = [];

    /** @var list<int> */
    private array $orphans = [];

    private int $now = 0;

    private readonly EdgeList $edges;

    public function __construct(private readonly int $nodes)
    {
        $this->edges = new EdgeList;
    }

    /** What it costs, at least 0, when two nodes fall on different sides. */
    public function connect(int $one, int $other, int $cost): void
    {
        $this->edges->add($one, $other, $cost);
    }

    /**
     * @param  array<int, int>  $ties  for each node how much more it costs to be *not this*; below 0, to be *this*
     * @return array<int, int> 1 for *this*, 0 for *not this*
     */
    public function part(array $ties): array
    {
        [$this->first, $this->head, $this->back, $this->room] = $this->edges->arcs($this->nodes);
        $this->tie = $ties;
        $this->tree = $this->time = $this->distance = $this->waits = array_fill(0, $this->nodes, 0);
        $this->parent = array_fill(0, $this->nodes, self::NOBODY);
        for ($i = 0; $i < $this->nodes; $i++) {
            if ($ties[$i] !== 0) {
                $this->tree[$i] = $ties[$i] > 0 ? 1 : 2;
                $this->parent[$i] = self::SIDE;
                $this->distance[$i] = 1;
                $this->wake($i);
            }
        }
        while (($node = $this->nextActive()) !== self::NOBODY) {
            while (($arc = $this->grow($node)) !== self::NOBODY) {
                $this->now++;
                $this->send($arc);
                $this->adopt();
                if ($this->parent[$node] === self::NOBODY) {
                    break;
                }
            }
        }

        return array_map(fn (int $tree): int => $tree === 1 ? 1 : 0, $this->tree);
    }

    private function wake(int $node): void
    {
        if ($this->waits[$node] === 0) {
            $this->waits[$node] = 1;
            $this->active[] = $node;
        }
    }

    private function nextActive(): int
    {
        for ($count = count($this->active); $this->next < $count; $this->next++) {
            $node = $this->active[$this->next];
            if ($this->waits[$node] === 1) {
                $this->waits[$node] = 0;
                if ($this->parent[$node] !== self::NOBODY) {
                    $this->next++;

                    return $node;
                }
            }
        }

        return self::NOBODY;
    }

    /** Takes free neighbours into the node's tree, until it meets the other tree: that arc, from *this* to *not this*. */
    private function grow(int $node): int
    {
        $mine = $this->tree[$node];
        for ($arc = $this->first[$node], $end = $this->first[$node + 1]; $arc < $end; $arc++) {
            if (($mine === 1 ? $this->room[$arc] : $this->room[$this->back[$arc]]) === 0) {
                continue;
            }
            $other = $this->head[$arc];
            $tree = $this->tree[$other];
            if ($tree === 0) {
                $this->tree[$other] = $mine;
                $this->parent[$other] = $this->back[$arc];
                $this->time[$other] = $this->time[$node];
                $this->distance[$other] = $this->distance[$node] + 1;
                $this->wake($other);
            } elseif ($tree !== $mine) {
                return $mine === 1 ? $arc : $this->back[$arc];
            } elseif ($this->time[$other] <= $this->time[$node] && $this->distance[$other] > $this->distance[$node]) {
                $this->parent[$other] = $this->back[$arc];
                $this->time[$other] = $this->time[$node];
                $this->distance[$other] = $this->distance[$node] + 1;
            }
        }

        return self::NOBODY;
    }

    /** Sends as much as fits along the path through an arc that joins both trees. */
    private function send(int $arc): void
    {
        $most = $this->room[$arc];
        for ($node = $this->head[$this->back[$arc]]; ($up = $this->parent[$node]) !== self::SIDE; $node = $this->head[$up]) {
            $most = min($most, $this->room[$this->back[$up]]);
        }
        $most = min($most, $this->tie[$node]);
        for ($node = $this->head[$arc]; ($up = $this->parent[$node]) !== self::SIDE; $node = $this->head[$up]) {
            $most = min($most, $this->room[$up]);
        }
        $most = min($most, -$this->tie[$node]);

        $this->room[$arc] -= $most;
        $this->room[$this->back[$arc]] += $most;
        for ($node = $this->head[$this->back[$arc]]; ($up = $this->parent[$node]) !== self::SIDE; $node = $this->head[$up]) {
            $this->room[$up] += $most;
            $this->room[$this->back[$up]] -= $most;
            if ($this->room[$this->back[$up]] === 0) {
                $this->orphan($node);
            }
        }
        $this->tie[$node] -= $most;
        if ($this->tie[$node] === 0) {
            $this->orphan($node);
        }
        for ($node = $this->head[$arc]; ($up = $this->parent[$node]) !== self::SIDE; $node = $this->head[$up]) {
            $this->room[$this->back[$up]] += $most;
            $this->room[$up] -= $most;
            if ($this->room[$up] === 0) {
                $this->orphan($node);
            }
        }
        $this->tie[$node] += $most;
        if ($this->tie[$node] === 0) {
            $this->orphan($node);
        }
    }

    private function orphan(int $node): void
    {
        $this->parent[$node] = self::ORPHAN;
        $this->orphans[] = $node;
    }

    /** Finds new parents for nodes that were torn off, nearest to their side; those without one are free again. */
    private function adopt(): void
    {
        for ($k = 0; $k < count($this->orphans); $k++) {
            $node = $this->orphans[$k];
            $mine = $this->tree[$node];
            $best = self::NOBODY;
            $least = self::FAR;
            for ($arc = $this->first[$node], $end = $this->first[$node + 1]; $arc < $end; $arc++) {
                if (($mine === 1 ? $this->room[$this->back[$arc]] : $this->room[$arc]) === 0) {
                    continue;
                }
                $other = $this->head[$arc];
                if ($this->tree[$other] !== $mine || $this->parent[$other] === self::NOBODY) {
                    continue;
                }
                $far = $this->farness($other);
                if ($far < $least) {
                    $best = $arc;
                    $least = $far;
                }
            }
            if ($best !== self::NOBODY) {
                $this->parent[$node] = $best;
                $this->time[$node] = $this->now;
                $this->distance[$node] = $least + 1;

                continue;
            }
            for ($arc = $this->first[$node]; $arc < $end; $arc++) {
                $other = $this->head[$arc];
                if ($this->tree[$other] !== $mine) {
                    continue;
                }
                if (($mine === 1 ? $this->room[$this->back[$arc]] : $this->room[$arc]) > 0) {
                    $this->wake($other);
                }
                $up = $this->parent[$other];
                if ($up >= 0 && $this->head[$up] === $node) {
                    $this->orphan($other);
                }
            }
            $this->tree[$node] = 0;
            $this->parent[$node] = self::NOBODY;
        }
        $this->orphans = [];
    }

    /** Arcs up to the side, marked on the way for whoever asks next; FAR where the way ends at an orphan. */
    private function farness(int $node): int
    {
        $far = 0;
        $at = $node;
        while ($this->time[$at] !== $this->now) {
            $far++;
            $up = $this->parent[$at];
            if ($up === self::SIDE) {
                $this->time[$at] = $this->now;
                $this->distance[$at] = 1;
                // It counts itself below.
                $far--;
            } elseif ($up < 0) {
                return self::FAR;
            } else {
                $at = $this->head[$up];
            }
        }
        $far += $this->distance[$at];
        for ($at = $node, $d = $far; $this->time[$at] !== $this->now; $at = $this->head[$this->parent[$at]]) {
            $this->time[$at] = $this->now;
            $this->distance[$at] = $d--;
        }

        return $far;
    }
}
