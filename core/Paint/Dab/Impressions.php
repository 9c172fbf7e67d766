<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Dab;

use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\Dab;

/** How dabs print, pixel by pixel; kept where shapes repeat. */
final class Impressions
{
    /** Ints of impressions kept. */
    private const ROOM = 3000000;

    /** @var array<int, Impression> by sub-pixel place, frame and mirror; empty unless impressions repeat */
    private array $kept = [];

    private int $filled = 0;

    public function __construct(private readonly DabShapes $shapes)
    {
    }

    /** @param  Rect|null  $seen  on the sheet: of a print that is not kept, only what lies there is made; null for all of it */
    public function of(Dab $dab, ?Rect $seen = null): Impression
    {
        $key = DabShapes::phase($dab);
        if (isset($this->kept[$key])) {
            return $this->kept[$key]->drift($dab->drift);
        }
        $impression = $this->shapes->once($dab, Impression::class, 'impression', function () use ($dab, $seen): Impression {
            [$stencil, $box] = $this->shapes->pose($dab);

            return Impression::of($stencil, $box, $seen === null || $this->shapes->repeat ? null : $seen->move(-$box->originX, -$box->originY));
        });
        if ($this->shapes->repeat && $this->filled + $impression->size() <= self::ROOM) {
            $this->kept[$key] = $impression;
            $this->filled += $impression->size();
        }

        return $impression->drift($dab->drift);
    }
}
