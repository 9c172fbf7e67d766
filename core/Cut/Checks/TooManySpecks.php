<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Checks;

use Yarrowfog\Core\Cut\Check;
use Yarrowfog\Core\Cut\CutResult;
use Yarrowfog\Core\Cut\Finding;
use Yarrowfog\Core\Cut\InkRuns;
use Yarrowfog\Core\Cut\Mending;
use Yarrowfog\Core\Cut\Steps\Specks;

/** Dust prints with every dab. */
final readonly class TooManySpecks implements Check
{
    /** Ink from which a speck shows, of 65535. */
    private const SHOWS = 6554;

    /** px² of the full picture below which an island is dust, for each square px of it. */
    private const DUST = 0.00004;

    public const MOST = 6;

    /** Ink of the border from which the paper prints, 0–1. */
    private const PAPER = 0.015;

    /** @param  int  $most  so many specks are not worth speaking of */
    public function __construct(private int $most = self::MOST)
    {
    }

    public function look(CutResult $cut): ?Finding
    {
        if ($cut->borderQuantile(0.5) >= self::PAPER) {
            // While the paper itself prints, its grain is not dust.
            return null;
        }
        // Once specks are taken out, what is left is as large as the painter wants it.
        if ($cut->step(Specks::class) !== null) {
            return null;
        }
        $dust = max(3.0, self::DUST * count($cut->picture->pixels));
        $regions = InkRuns::of($cut->picture, $cut->list->kind, self::SHOWS)->regions(true);
        $specks = count(array_filter($regions->areas, fn (int $area): bool => $area < $dust));
        if ($specks <= $this->most || $specks === count($regions->areas)) {
            return null;
        }
        $limit = ceil($dust / $cut->factor ** 2);

        return new Finding(
            'specks',
            sprintf('%s specks smaller than %s px² would print as dust.', number_format($specks), number_format($limit)),
            ['specks' => (float) $specks],
            Mending::with('Take specks out', $cut->list->placeBeforeFrame(), Specks::class, ['islands' => min(20000.0, $limit)]),
        );
    }
}
