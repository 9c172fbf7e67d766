<?php

declare(strict_types=1);

namespace Tests\Core\Cut\Thing;

use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Yarrowfog\Core\Cut\Thing\EdgeList;
use Yarrowfog\Core\Cut\Thing\MinimumCut;

final class MinimumCutTest extends TestCase
{
    /**
     * @param  list<array{int, int, int}>  $edges
     * @param  list<int>  $ties
     * @param  array<int, int>  $sides
     */
    private static function cost(array $edges, array $ties, array $sides): int
    {
        $cost = 0;
        foreach ($edges as [$one, $other, $weight]) {
            $cost += $sides[$one] !== $sides[$other] ? $weight : 0;
        }
        foreach ($ties as $i => $tie) {
            $cost += $tie > 0 && $sides[$i] === 0 ? $tie : ($tie < 0 && $sides[$i] === 1 ? -$tie : 0);
        }

        return $cost;
    }

    public function test_no_other_parting_of_a_small_graph_is_cheaper(): void
    {
        $chance = new Randomizer(new Mt19937(7));
        for ($round = 0; $round < 300; $round++) {
            $nodes = $chance->getInt(2, 9);
            $edges = $ties = [];
            for ($i = 0; $i < $nodes; $i++) {
                $ties[] = $chance->getInt(-12, 12);
                for ($j = $i + 1; $j < $nodes; $j++) {
                    if ($chance->getInt(0, 2) > 0) {
                        $edges[] = [$i, $j, $chance->getInt(0, 9)];
                    }
                }
            }
            $list = new EdgeList;
            foreach ($edges as [$one, $other, $weight]) {
                $list->add($one, $other, $weight);
            }
            $sides = MinimumCut::part($list->arcs($nodes), $ties);
            $found = self::cost($edges, $ties, $sides);
            $least = PHP_INT_MAX;
            $fewest = $nodes;
            for ($mask = 0; $mask < 1 << $nodes; $mask++) {
                $others = array_map(fn (int $i): int => $mask >> $i & 1, range(0, $nodes - 1));
                $cost = self::cost($edges, $ties, $others);
                $fewest = $cost < $least ? array_sum($others) : ($cost === $least ? min($fewest, array_sum($others)) : $fewest);
                $least = min($least, $cost);
            }
            self::assertSame([$least, $fewest], [$found, array_sum($sides)], "graph {$round}");
        }
    }

    /** A chain is cut at its weakest link, wherever that is. */
    public function test_a_long_chain_is_cut_at_its_weakest_link(): void
    {
        foreach ([0, 17, 98] as $weak) {
            $list = new EdgeList;
            for ($i = 0; $i < 99; $i++) {
                $list->add($i, $i + 1, $i === $weak ? 3 : 5);
            }
            $ties = array_fill(0, 100, 0);
            $ties[0] = 1000;
            $ties[99] = -1000;
            $sides = MinimumCut::part($list->arcs(100), $ties);
            self::assertSame($weak + 1, array_sum($sides));
            self::assertSame([1, 0], [$sides[$weak], $sides[$weak + 1]]);
        }
    }

    /** What is tied to neither side is on the side of *not this*. */
    public function test_what_hangs_on_nothing_is_left_out(): void
    {
        $list = new EdgeList;
        $list->add(0, 1, 5);
        self::assertSame([1, 1, 0], MinimumCut::part($list->arcs(3), [4, 0, 0]));
    }
}
