<?php

declare(strict_types=1);

namespace App\Cutting;

use App\Gathering\SourceImages;
use App\Models\Source;
use Yarrowfog\Core\Cut\CutList;
use Yarrowfog\Core\Cut\InkBounds;
use Yarrowfog\Core\Cut\ListedStep;
use Yarrowfog\Core\Cut\Replay;
use Yarrowfog\Core\Cut\Step;
use Yarrowfog\Core\Cut\StepCatalogue;
use Yarrowfog\Core\Form\FieldValues;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\JsonReader;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Filter;
use Yarrowfog\Core\Raster\Resampler;
use Yarrowfog\Core\Tip\InkRule;

/** What each step would do to the picture as it is cut now, in small. */
final readonly class Effects
{
    /** px of the longer side of a picture that is shown. */
    private const SIDE = 120;

    /** px of the longer side of the picture that is worked on. */
    private const WORKED = 260;

    /** How strong a step is shown that would not be seen in small at its usual numbers. */
    private const SHOWN = [
        'straighten' => ['corners' => [[0.05, 0.25], [0.95, 0.02], [0.8, 0.98], [0.2, 0.75]], 'shape' => 'square'],
        'crop' => ['left' => 0.15, 'right' => 0.15, 'top' => 0.1, 'bottom' => 0.1],
        'turn' => ['angle' => 30],
        'fade-edge' => ['left' => 400],
        'levels' => ['dark' => 60, 'light' => 200],
        'tone-curve' => ['curve' => [[0, 0], [0.4, 0.15], [0.7, 0.85], [1, 1]]],
        'ink-gain' => ['curve' => [[0, 0], [0.4, 0.75], [1, 1]]],
        'blur' => ['sigma' => 24],
        'drag-blur' => ['length' => 240],
        'tiles' => ['side' => 120],
        'cells' => ['count' => 9, 'border' => 16],
        'grain' => ['amount' => 0.7, 'size' => 50],
        'rough-edge' => ['reach' => 80, 'size' => 60],
        'outer-glow' => ['radius' => 90],
        'inner-glow' => ['radius' => 90],
        'shadow' => ['dx' => 60, 'dy' => 60, 'blur' => 30],
        'outline' => ['width' => 30],
        'specks' => ['islands' => 1500],
        'take-thing' => ['area' => [[0.04, 0.04], [0.96, 0.96]]],
    ];

    public function __construct(private SourceImages $images)
    {
    }

    /**
     * @return array<string, Bitmap> by step
     *
     * @throws InvalidInput
     */
    public function all(Source $source, CutList $list): array
    {
        $preview = $this->images->preview($source)->bitmap();
        $factor = min(1.0, self::WORKED / max($preview->width, $preview->height));
        $small = (new Resampler(Filter::Area))->bitmap($preview, max(1, (int) round($preview->width * $factor)), max(1, (int) round($preview->height * $factor)));
        // Shown as if the source were some 1,200 px large: px of a step follow that, whatever its real size.
        $scale = $small->width / 1200;
        $out = [];
        foreach (StepCatalogue::STEPS as $step) {
            $out[$step::description()->id] = $this->with($list, $step, $small, $scale, $small->width / $source->width);
        }

        return $out;
    }

    /** @param  class-string<Step>  $step */
    private function with(CutList $list, string $step, Bitmap $small, float $shown, float $factor): Bitmap
    {
        $description = $step::description();
        $at = $description->closes ? count($list->steps) : $list->placeBeforeFrame();
        $replay = Replay::begin($small)->through($list, $at, $factor);
        $one = new CutList($list->kind, [new ListedStep($step, FieldValues::read($description->params, JsonReader::of(self::SHOWN[$description->id] ?? [])))]);
        $picture = $description->id === 'scale' ? $replay->picture : $one->replay($replay->picture, $shown);
        // Most sources are empty round the mark; the effect is looked for on the mark.
        $ink = InkBounds::of(InkRule::plane($picture, $list->kind), 2621);
        $picture = $ink === null ? $picture : $picture->crop($ink->grow(4));
        $most = max($picture->width, $picture->height);

        return $most <= self::SIDE ? $picture : (new Resampler(Filter::Area))->bitmap($picture, max(1, (int) round($picture->width * self::SIDE / $most)), max(1, (int) round($picture->height * self::SIDE / $most)));
    }
}
