<?php

declare(strict_types=1);

namespace Tests\Core\Cut;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yarrowfog\Core\Cut\CheckList;
use Yarrowfog\Core\Cut\CutList;
use Yarrowfog\Core\Cut\CutResult;
use Yarrowfog\Core\Cut\Finding;
use Yarrowfog\Core\Cut\Replay;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Tip\InkRule;
use Yarrowfog\Core\Tip\TipKind;

/** Scans whose ink is known, mended by the first button there is. */
final class MadeScansTest extends TestCase
{
    /** @return iterable<string, array{string}> */
    public static function marks(): iterable
    {
        foreach (array_keys(MadeScans::marks()) as $name) {
            yield $name => [$name];
        }
    }

    #[DataProvider('marks')]
    public function test_three_presses_leave_the_ink_and_none_of_the_paper(string $name): void
    {
        ['picture' => $picture, 'truth' => $truth] = MadeScans::named($name);
        $list = CutList::read(['steps' => []]);
        for ($presses = 0; ($next = self::first($picture, $list)) !== null; $presses++) {
            self::assertLessThan(3, $presses, $next->sentence);
            $list = MendingTest::pressed($list, $next);
        }
        // Frames move the ink: it is looked for where it was scanned.
        $steps = array_values(array_filter($list->toArray()['steps'], fn (array $s): bool => ! in_array($s['step'], ['centre', 'square', 'trim'], true)));
        $ink = InkRule::plane(Replay::of(CutList::read(['steps' => $steps]), $picture)->picture, TipKind::InkMask)->values;
        $there = $kept = 0.0;
        $paper = 0;
        $near = self::near($truth);
        foreach ($truth as $i => $wanted) {
            if ($wanted > 0.2) {
                $there += $wanted;
                $kept += min($wanted, $ink[$i] / 65535);
            }
            if (! isset($near[$i])) {
                $paper = max($paper, $ink[$i]);
            }
        }
        self::assertGreaterThan(0.9, $kept / $there, 'ink');
        self::assertLessThan(0.02, $paper / 65535, 'paper');
    }

    private static function first(Bitmap $picture, CutList $list): ?Finding
    {
        $mended = array_filter(CheckList::look(CutResult::of(Replay::of($list, $picture), $list, fn (): Bitmap => $picture)), fn (Finding $f): bool => $f->mending !== null);

        return array_values($mended)[0] ?? null;
    }

    /**
     * @param  list<float>  $truth
     * @return array<int, true> within two px of ink
     */
    private static function near(array $truth): array
    {
        $out = [];
        foreach ($truth as $i => $ink) {
            if ($ink > 0.0) {
                for ($k = 0; $k < 25; $k++) {
                    $out[$i + ($k % 5 - 2) + (intdiv($k, 5) - 2) * MadeScans::SIDE] = true;
                }
            }
        }

        return $out;
    }
}
