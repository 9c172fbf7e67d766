<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint;

use Closure;
use Yarrowfog\Core\Chance;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Raster\BlendMode;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Reading;
use Yarrowfog\Core\Stroke\Brush;
use Yarrowfog\Core\Stroke\Dab;
use Yarrowfog\Core\Stroke\DabMaker;
use Yarrowfog\Core\Stroke\PathPoint;
use Yarrowfog\Core\Stroke\Sample;
use Yarrowfog\Core\Stroke\Settings\FormSettings;
use Yarrowfog\Core\Stroke\Settings\InkSettings;
use Yarrowfog\Core\Stroke\Taper;

/**
 * One stroke, whole or while it is being painted: samples go in, tiles come out.
 *
 * It can stop after any sample and be taken up again by another process, which needs the
 * state and the tiles that `exports` named; the pixels are the same either way. What only
 * the end of the stroke can tell is named by `provisional`.
 */
final class PaintedStroke implements Printed
{
    /** Keeps the chance of the bite apart from that of the stroke. */
    private const BITE_ROLL = 0x5BD1E995;

    private readonly DabMaker $maker;

    private readonly ?DabMaker $biteMaker;

    private readonly ?Smudger $smudger;

    private readonly ?BandPainter $band;

    private ?StrokeBuffer $main = null;

    private readonly ?StrokeBuffer $bite;

    /** 0xRRGGBB of the first dab; null until there is one, and until then there is no buffer either: it takes that colour. */
    private ?int $colour = null;

    private bool $isWhole = false;

    private ?Finish $finish = null;

    /** @param  (Closure(string): ?string)|null  $kept */
    public function __construct(
        private readonly Brush $brush,
        private readonly DabPrinter $printer,
        private readonly ?DabPrinter $bitePrinter,
        Kit $kit,
        private readonly ?Tooth $tooth,
        ?Under $under,
        bool $realPressure,
        int $roll,
        private readonly Rect $bounds,
        ?float $total,
        private readonly ?Closure $kept,
    ) {
        $this->maker = new DabMaker($brush, $realPressure, $roll, $total);
        $smudges = $brush->choice('does') === InkSettings::SMUDGES && ! $brush->isBand();
        $this->smudger = $smudges ? new Smudger($printer, $brush, $under, $bounds, $kept) : null;
        $this->band = $brush->isBand() ? new BandPainter($kit, $brush, new Chance($roll), Taper::of($brush, $total)) : null;
        $this->biteMaker = $bitePrinter === null || $smudges ? null : new DabMaker($brush->bite(), $realPressure, $roll ^ self::BITE_ROLL, $total);
        $this->bite = $this->biteMaker === null ? null : $bitePrinter?->buffer($bounds, 0, $this->named('bite'));
        $stencils = $this->named('stencil');
        if ($stencils !== null && $this->band === null && ! $smudges) {
            $printer->share($stencils);
        }
    }

    /**
     * Paints what the new samples make certain.
     *
     * @param  list<Sample>  $samples
     */
    public function feed(array $samples): void
    {
        if ($this->band !== null) {
            $this->paintBand($this->maker->points($samples));

            return;
        }
        $this->paint($this->maker->feed($samples), $this->biteMaker === null ? [] : $this->biteMaker->feed($samples));
    }

    /**
     * Paints the whole stroke, its end included.
     *
     * @param  list<Sample>  $samples
     */
    public function whole(array $samples): void
    {
        $this->isWhole = true;
        if ($this->band !== null) {
            $points = [...$this->maker->points($samples), ...$this->maker->lastPoints()];
            $this->band->measure($points);
            $this->paintBand($points);

            return;
        }
        $this->paint(
            [...$this->maker->feed($samples), ...$this->maker->finish()],
            $this->biteMaker === null ? [] : [...$this->biteMaker->feed($samples), ...$this->biteMaker->finish()],
        );
    }

    /**
     * Ends a stroke that was fed in pieces and `canEnd`: the pixels are those of `whole`.
     *
     * @param  list<Sample>  $samples  that were not fed yet
     */
    public function end(array $samples): void
    {
        $this->feed($samples);
        $this->isWhole = true;
        $this->paint($this->maker->finish(), $this->biteMaker === null ? [] : $this->biteMaker->finish());
    }

    /** Whether its pieces can be gone on with to the end: nothing waits for that, and nothing was taken from the sheet, which may have changed since. */
    public function canEnd(): bool
    {
        return $this->band === null && $this->smudger === null && $this->provisional() === [] && ! $this->brush->lendsFromSheet();
    }

    /**
     * What the stroke will still change when the pen lifts, in words.
     *
     * @return list<string>
     */
    public function provisional(): array
    {
        if ($this->isWhole) {
            return [];
        }

        return array_keys(array_filter([
            'taper in' => Taper::isOpen($this->brush, $this->maker->path->length()),
            'taper out' => $this->brush->base('taperOut') > 0,
            'rim' => $this->brush->base('rim') > 0 && $this->smudger === null,
            'stretched band' => $this->brush->choice('laidAs') === FormSettings::BAND_ONCE,
            'length of the band' => $this->brush->choice('laidAs') === FormSettings::BAND_REPEATED,
        ]));
    }

    /** Where the pen was last and how it was held; null before it came. */
    public function pen(): ?PathPoint
    {
        return $this->maker->path->pen();
    }

    public function bounds(): Rect
    {
        return $this->bounds;
    }

    public function colour(): ?int
    {
        return $this->main?->colour;
    }

    public function effect(): Effect
    {
        return match (true) {
            $this->smudger !== null => Effect::Replaces,
            $this->brush->choice('does') === InkSettings::ERASES => Effect::Erases,
            default => Effect::Paints,
        };
    }

    public function blendMode(): BlendMode
    {
        return BlendMode::from($this->brush->choice('blendMode'));
    }

    public function tile(string $key): ?array
    {
        if ($this->smudger !== null) {
            return $this->smudger->tile($key);
        }
        if ($this->colour === null) {
            return null;
        }
        $this->finish ??= new Finish($this->brush, $this->tooth, $this->main(), $this->bite, $this->isWhole);

        return $this->finish->tile($key);
    }

    /** @return list<string> keys of the tiles that were painted on here */
    public function keys(): array
    {
        return match (true) {
            $this->smudger !== null => $this->smudger->keys(),
            $this->colour === null => [],
            default => array_values(array_unique([...$this->main()->keys(), ...$this->bite === null ? [] : $this->bite->keys()])),
        };
    }

    /**
     * What changed since the last call, by tile.
     *
     * @return array<string, Rect>
     */
    public function takeDirty(): array
    {
        if ($this->smudger !== null) {
            return $this->smudger->takeDirty();
        }
        if ($this->colour === null) {
            return [];
        }
        $dirty = $this->main()->takeDirty();
        foreach ($this->bite === null ? [] : $this->bite->takeDirty() as $key => $area) {
            $dirty[$key] = isset($dirty[$key]) ? $dirty[$key]->union($area) : $area;
        }

        return $dirty;
    }

    /** @return array<string, string> bytes by name: what another process needs besides the state */
    public function exports(): array
    {
        if ($this->smudger !== null) {
            return $this->smudger->exports();
        }
        if ($this->colour === null) {
            return [];
        }
        $out = [];
        foreach (array_filter(['main' => $this->main(), 'bite' => $this->bite]) as $name => $buffer) {
            foreach ($buffer->keys() as $key) {
                $out["{$name} {$key}"] = $buffer->export($key);
            }
        }

        foreach ($this->printer->exports() as $name => $bytes) {
            $out["stencil {$name}"] = $bytes;
        }

        return $out;
    }

    /** @return array<string, mixed> */
    public function state(): array
    {
        return [
            'colour' => $this->colour,
            'maker' => $this->maker->state(),
            'bite' => $this->biteMaker?->state(),
            'band' => $this->band?->state(),
        ];
    }

    /**
     * @param  Reading  $state  as `state()` gave it
     *
     * @throws InvalidInput
     */
    public function resume(Reading $state): void
    {
        $state->keys(['colour', 'maker', 'bite', 'band']);
        $this->colour = $state->has('colour') ? $state->integer('colour', 0, 0xFFFFFF) : null;
        $this->maker->resume($state->object('maker'));
        $this->biteMaker?->resume($state->object('bite'));
        $this->band?->resume($state->object('band'));
        $this->smudger?->resume();
    }

    /**
     * @param  list<Dab>  $dabs
     * @param  list<Dab>  $bites
     */
    private function paint(array $dabs, array $bites): void
    {
        $this->colour ??= isset($dabs[0]) ? $dabs[0]->colour : null;
        if ($this->smudger !== null) {
            $this->smudger->smudge($dabs);

            return;
        }
        if ($this->colour === null) {
            return;
        }
        $this->finish = null;
        $this->printer->paint($dabs, $this->main());
        if ($this->bite !== null && $this->bitePrinter !== null) {
            $this->bitePrinter->paint($bites, $this->bite);
        }
    }

    /** @param  list<PathPoint>  $points */
    private function paintBand(array $points): void
    {
        if ($this->band === null) {
            return;
        }
        $this->colour ??= isset($points[0]) ? $this->band->colour($points[0]) : null;
        if ($this->colour === null) {
            return;
        }
        $this->finish = null;
        $this->isWhole ? $this->band->paint($points, $this->main()) : $this->band->paintLive($points, $this->main());
    }

    private function main(): StrokeBuffer
    {
        return $this->main ??= $this->band !== null
            ? new StrokeBuffer($this->bounds, DabMaker::hasOneColour($this->brush) ? $this->colour ?? 0 : null, kept: $this->named('main'))
            : $this->printer->buffer($this->bounds, $this->colour, $this->named('main'));
    }

    /** @return (Closure(string): ?string)|null */
    private function named(string $name): ?Closure
    {
        $kept = $this->kept;

        return $kept === null ? null : fn (string $key): ?string => $kept("{$name} {$key}");
    }
}
