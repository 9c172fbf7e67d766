<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Thing;

/** Edges of a graph as they are told. */
final class EdgeList
{
    /** @var array<int, int> */
    private array $from = [];

    /** @var array<int, int> */
    private array $to = [];

    /** @var array<int, int> */
    private array $weights = [];

    /** One that weighs nothing is none. */
    public function add(int $one, int $other, int $weight): void
    {
        if ($weight > 0) {
            $this->from[] = $one;
            $this->to[] = $other;
            $this->weights[] = $weight;
        }
    }

    /** Each edge as two arcs, there and back. */
    public function arcs(int $nodes): Arcs
    {
        $count = array_fill(0, $nodes + 1, 0);
        foreach ($this->from as $k => $one) {
            $count[$one]++;
            $count[$this->to[$k]]++;
        }
        $at = 0;
        foreach ($count as $i => $n) {
            $count[$i] = $at;
            $at += $n;
        }
        $first = $count;
        $head = $back = $weight = array_fill(0, max(1, $at), 0);
        foreach ($this->from as $k => $one) {
            $other = $this->to[$k];
            $out = $count[$one]++;
            $in = $count[$other]++;
            $head[$out] = $other;
            $head[$in] = $one;
            $back[$out] = $in;
            $back[$in] = $out;
            $weight[$out] = $this->weights[$k];
            $weight[$in] = $this->weights[$k];
        }

        return new Arcs($first, $head, $back, $weight);
    }
}
