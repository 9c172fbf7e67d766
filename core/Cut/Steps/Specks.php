<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Steps;

use Yarrowfog\Core\Cut\InkRuns;
use Yarrowfog\Core\Cut\Step;
use Yarrowfog\Core\Cut\StepDescription;
use Yarrowfog\Core\Cut\StepGroup;
use Yarrowfog\Core\Form\Field;
use Yarrowfog\Core\Form\FieldValues;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Regions;
use Yarrowfog\Core\Raster\Runs;
use Yarrowfog\Core\Tip\TipKind;

/** Dust goes: small islands of ink, and small holes in it. */
final readonly class Specks implements Step
{
    /** Ink from which a pixel belongs to an island, of 65535. */
    private const INK = 3277;

    /** Emptiness from which a pixel belongs to a hole, of 65535: half of it does not print. */
    private const EMPTY = 32768;

    /**
     * @param  float  $islands  px² below which an island goes
     * @param  float  $holes  px² below which a hole is filled
     */
    public function __construct(public float $islands, public float $holes)
    {
    }

    public static function description(): StepDescription
    {
        return new StepDescription('specks', 'Specks', StepGroup::Clear, 'Dust goes: islands of ink and holes in it that are smaller than this.', [
            Field::number('islands', 'Islands below', 'px²', 0, 20000, 60),
            Field::number('holes', 'Holes below', 'px²', 0, 20000, 0),
        ]);
    }

    public static function from(FieldValues $numbers): self
    {
        return new self($numbers->number('islands'), $numbers->number('holes'));
    }

    public function apply(Bitmap $in, TipKind $kind): Bitmap
    {
        $islands = $this->islands > 0 ? self::below(InkRuns::of($in, $kind, self::INK)->regions(true), $this->islands) : new Runs($in->width, $in->height, [], []);
        $pixels = $in->pixels;
        foreach ($islands->starts as $run => $start) {
            for ($i = $start, $end = $islands->ends[$run]; $i < $end; $i++) {
                $pixels[$i] = 0;
            }
        }
        if ($this->holes <= 0) {
            return new Bitmap($in->width, $in->height, $pixels);
        }
        $regions = InkRuns::empty(new Bitmap($in->width, $in->height, $pixels), $kind, self::EMPTY)->regions(false);
        $holes = self::below($regions, $this->holes, inside: true);
        foreach ($holes->starts as $run => $start) {
            // A hole takes the colour of the pixel to the left of each of its runs.
            $colour = $pixels[$start - 1];
            for ($i = $start, $end = $holes->ends[$run]; $i < $end; $i++) {
                $pixels[$i] = $colour;
            }
        }

        return new Bitmap($in->width, $in->height, $pixels);
    }

    private static function below(Regions $regions, float $area, bool $inside = false): Runs
    {
        return $regions->only(fn (int $region): bool => $regions->areas[$region] < $area && ! ($inside && $regions->atEdge[$region]));
    }
}
