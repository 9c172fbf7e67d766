<?php

declare(strict_types=1);

namespace Database\Almanac;

use App\Models\Brush;
use App\Models\Layer;
use App\Models\Sheet;
use App\Models\Source;
use App\Models\StoredPicture;
use App\Painting\LayerActions;
use App\Painting\PictureLayers;
use App\Painting\SheetPainter;
use App\Painting\StrokeActions;
use App\Painting\StrokeChange;
use App\Painting\StrokeRequest;
use Illuminate\Support\Str;
use Yarrowfog\Core\JsonReader;
use Yarrowfog\Core\Stroke\Practice\PractisedHand;
use Yarrowfog\Core\Stroke\Sample;
use Yarrowfog\Core\Stroke\Trace;
use Yarrowfog\Core\Tip\TipKind;

/** The page *Low tide* of the almanac: the harbour at ebb, painted by code with movements of a practised hand. */
final class LowTide
{
    private const WIDTH = 1600;

    private const HEIGHT = 1000;

    /** px of the sheet for one of the picture as it is set down here. */
    public const SCALE = 0.75;

    /** px from the top, where sky and shore meet. */
    private const HORIZON = 400;

    private Sheet $sheet;

    private Layer $layer;

    private int $roll = 0;

    /** @param  array<string, Brush>  $brushes  by name */
    public function __construct(private readonly SheetPainter $painter, private readonly LayerActions $layers, private readonly PictureLayers $pictures, private readonly StrokeActions $strokes, private readonly array $brushes, private readonly float $scale = self::SCALE)
    {
    }

    /** @param  Source  $photo  whose grain lies under the paint */
    public function paint(Source $photo): Sheet
    {
        $this->sheet = Sheet::blank('Low tide', (int) ($this->scale * self::WIDTH), (int) ($this->scale * self::HEIGHT), dpi: 150);
        $this->sheet->update(['paper' => '#f1ece0', 'tooth' => 'cold-pressed paper']);
        $this->layer = $this->sheet->layer();
        $this->layer->update(['name' => 'Sky']);
        $this->sky();
        $this->on('Far shore');
        $this->shore();
        $this->on('Wet sand');
        $this->sand();
        $this->photograph($photo);
        $this->on('Stones and rope');
        $this->stones();
        $this->on('Marsh grass');
        $this->grass();
        $this->on('Birds');
        $this->birds();
        $this->on('Seal', ['mode' => 'multiply', 'opacity' => 0.85]);
        $this->press('Harbour seal', 1496, 892, ['size' => 118, 'inks' => ['main' => '#8c3347', 'second' => '#8c3347']]);

        return $this->sheet;
    }

    /** Washes from the zenith down, clouds lifted out of them, and mist over the water. */
    private function sky(): void
    {
        foreach ([['#6f8fa3', 40, 0.42], ['#7f9cab', 105, 0.34], ['#8aa4af', 150, 0.3], ['#9db2b7', 215, 0.3], ['#b3bfbb', 270, 0.26], ['#cfc9b6', 330, 0.24]] as $i => [$ink, $y, $opacity]) {
            $this->across('Flat wash', -120, 1720, $y, 26 + 8 * ($i % 3), ['size' => 190, 'opacity' => $opacity, 'inks' => self::one($ink), 'with' => ['rim' => ['base' => 0.06], 'angle' => ['base' => 6 * ($i % 3) - 6]]], 0.75, $i % 2 === 1);
        }
        // What is wet is pushed about before it dries: no wash keeps its edge.
        foreach ([92, 168, 246] as $i => $y) {
            $this->across('Palette smear', -40, 1640, $y, 44, ['size' => 84, 'with' => ['smudgeStrength' => ['base' => 0.6], 'spacing' => ['base' => 0.06]]], 0.7, $i % 2 === 0);
        }
        foreach ([[120, 120, 520, 40], [480, 80, 420, 52], [930, 150, 620, 34], [1240, 230, 420, 30], [240, 240, 620, 26], [700, 290, 700, 18]] as [$x, $y, $length, $swing]) {
            $this->wave('Sea mist', $x, $y, $length, $swing, ['size' => 150, 'inks' => self::one('#f8f3e6'), 'with' => ['flow' => ['base' => 0.2]]], 0.85);
        }
        foreach ([[520, 58, 420, 22], [1120, 96, 460, 26], [60, 190, 340, 16], [820, 214, 380, 14]] as [$x, $y, $length, $swing]) {
            $this->wave('Sea mist', $x, $y, $length, $swing, ['size' => 130, 'inks' => self::one('#4f6a79'), 'with' => ['flow' => ['base' => 0.1]]], 0.75);
        }
        foreach ([[720, 60], [950, 120]] as [$x, $y]) {
            $this->wave('Rain line', $x, $y + 110, 260, 24, ['size' => 130, 'opacity' => 0.16, 'inks' => self::one('#4d6672')], 0.6);
        }
        $this->wave('Sea mist', -60, self::HORIZON - 26, 1720, 8, ['size' => 150, 'inks' => self::one('#f3e9d3'), 'with' => ['flow' => ['base' => 0.24]]], 0.9);
    }

    /** Two headlands, the farther one paler, and the line of the water. */
    private function shore(): void
    {
        foreach ([['#94a5aa', 1660, 820, 380, 30, 0.45, 24], ['#6f838b', -60, 660, 388, 34, 0.6, 34], ['#5a6f76', 1680, 1120, 392, 30, 0.65, 28]] as [$ink, $from, $to, $y, $size, $opacity, $rise]) {
            $ridge = fn (float $lift): array => self::along($from, $to, fn (float $u): float => $y - $lift * (sin(M_PI * min(1.0, $u * 1.1)) + 0.22 * sin(11 * $u) + 0.1 * sin(23 * $u)), 0.9);
            foreach ([0.9, 0.45, 0.0] as $part) {
                $this->stroke('Flat wash', $ridge($rise * $part), ['size' => $size, 'opacity' => $opacity, 'inks' => self::one($ink), 'with' => ['taperIn' => ['base' => 60], 'taperOut' => ['base' => 360], 'rim' => ['base' => 0.05]]]);
            }
            $this->stroke('Charcoal side', $ridge(0.8 * $rise), ['size' => 0.8 * $size, 'opacity' => 0.35, 'inks' => self::one('#3d4f56'), 'with' => ['angle' => ['base' => 0], 'taperOut' => ['base' => 300]]]);
        }
        $this->across('Dry brush', 40, 1560, self::HORIZON + 8, 2, ['size' => 20, 'opacity' => 0.8, 'inks' => self::one('#9fb2b4')], 0.8);
        $this->across('Dry brush', 220, 1440, self::HORIZON + 22, 3, ['size' => 26, 'opacity' => 0.6, 'inks' => self::one('#c4cec6')], 0.6, true);
        foreach ([[360, 14], [372, 20], [388, 10], [1180, 18], [1196, 12]] as [$x, $height]) {
            $this->stroke('Ink brush', [[$x, self::HORIZON + 4, 0.35], [$x + 1, self::HORIZON - $height, 0.22]], ['size' => 7, 'opacity' => 0.75, 'inks' => self::one('#3f535b')]);
        }
    }

    /** Sand that the water has just left: warm and cool in turn, channels that hold the sky, ripples nearer by. */
    private function sand(): void
    {
        foreach ([['#c2b18f', 455, 130, 0.5], ['#b09e7d', 530, 150, 0.5], ['#9f8e71', 625, 180, 0.5], ['#8d7c62', 740, 210, 0.5], ['#75664f', 890, 250, 0.55]] as $i => [$ink, $y, $size, $opacity]) {
            $this->across('Flat wash', -140, 1740, $y, 20 + 5 * $i, ['size' => $size, 'opacity' => $opacity, 'inks' => self::one($ink), 'with' => ['rim' => ['base' => 0.05], 'angle' => ['base' => 5 * ($i % 3) - 5]]], 0.85, $i % 2 === 0);
        }
        foreach ([['#d3c5a3', 446, 40], ['#8f8064', 520, 54], ['#c2ae89', 596, 62], ['#776a53', 690, 74], ['#b19c75', 790, 84], ['#6a5d49', 890, 92], ['#9d8a68', 960, 90]] as $i => [$ink, $y, $size]) {
            foreach ([[-40 + 60 * ($i % 3), 560], [640 - 90 * ($i % 2), 700], [1180, 480]] as [$x, $length]) {
                $this->wave('Pastel', $x, $y + 9 * sin($x + $i), $length, 10 + 3 * $i, ['size' => $size, 'opacity' => 0.42, 'inks' => ['main' => $ink, 'second' => '#6f624e']], 0.55);
            }
        }
        foreach ([[1660, 240, 448, 26, 22], [1210, 120, 512, 40, 36], [1460, 470, 606, 44, 36], [960, -60, 712, 72, 54]] as [$from, $to, $y, $size, $swing]) {
            $channel = self::along($from, $to, fn (float $u): float => $y + $swing * (sin(2.6 * $u + $from / 300) + 0.25 * sin(8 * $u)) * (0.4 + 0.6 * $u), 0.9);
            $runs = ['taperIn' => ['base' => 420], 'taperOut' => ['base' => 420]];
            foreach ([[1.0, '#7f989f', 0.6, 0.0], [0.72, '#a9bcbc', 0.6, -0.1]] as [$part, $ink, $opacity, $lift]) {
                $this->stroke('Flat wash', array_map(fn (array $p): array => [$p[0], $p[1] + $lift * $size, $p[2]], $channel), ['size' => $part * $size, 'opacity' => $opacity, 'inks' => self::one($ink), 'with' => [...$runs, 'rim' => ['base' => 0.25]]]);
            }
            $this->stroke('Dry brush', array_map(fn (array $p): array => [$p[0], $p[1] - 0.14 * $size, $p[2] * 0.8], $channel), ['size' => 0.6 * $size, 'opacity' => 0.8, 'inks' => self::one('#eef0e6'), 'with' => $runs]);
            $this->stroke('Charcoal side', array_map(fn (array $p): array => [$p[0], $p[1] + 0.52 * $size, 0.4], $channel), ['size' => 0.5 * $size, 'opacity' => 0.4, 'inks' => self::one('#55493a'), 'with' => ['angle' => ['base' => 0], ...$runs]]);
        }
        for ($i = 0; $i < 26; $i++) {
            $y = 560 + 16 * $i + 6 * sin(2.7 * $i);
            $x = 90 + (389 * $i) % 1180;
            $this->wave('Dry brush', $x, $y, 150 + 4 * $i, 5, ['size' => 10 + 0.5 * $i, 'opacity' => 0.42, 'inks' => self::one($i % 3 === 0 ? '#d8cba9' : '#5d5241')], 0.55);
        }
        foreach ([[150, 742, 420, 20], [640, 700, 330, 14]] as [$x, $y, $length, $swing]) {
            $this->wave('Foam', $x, $y, $length, $swing, ['size' => 34, 'opacity' => 0.8, 'inks' => self::one('#f6f4ea')], 0.7);
        }
        $this->wave('Spatter', 200, 880, 1250, 60, ['size' => 120, 'opacity' => 0.3, 'inks' => self::one('#3f382d')], 0.6);
    }

    /** The photograph of a stone on the quay, as grain over the sand. */
    private function photograph(Source $photo): void
    {
        $layer = $this->pictures->add($this->sheet, new StoredPicture($photo->hash, $photo->width, $photo->height, TipKind::OwnColours), 'Quay photo', $this->layer);
        // It is laid over all of the sheet, beyond its edges.
        $this->strokes->change($this->sheet, [$layer->standing()->firstOrFail()->id], StrokeChange::read($this->sheet, JsonReader::of(['move' => ['scale' => 1.24, 'x' => $this->sheet->width / 2, 'y' => $this->sheet->height / 2]])));
        $this->layers->update($this->sheet, $layer, JsonReader::of(['mode' => 'soft-light', 'opacity' => 0.3, 'isClipped' => true]));
        $this->layer = $layer;
    }

    private function stones(): void
    {
        foreach ([[980, 640, 300, 14, 22], [180, 660, 240, 12, 20], [1040, 800, 430, 26, 46], [90, 870, 420, 30, 60], [700, 930, 380, 18, 52]] as [$x, $y, $length, $swing, $size]) {
            $this->wave('Beach stones', $x, $y, $length, $swing, ['size' => $size, 'inks' => ['main' => '#42484a', 'second' => '#cfcabc']], 0.8);
        }
        // A mooring line from the quay, half sunk into the sand.
        $line = self::along(-30, 1130, fn (float $u): float => 812 - 70 * sin(2.2 * $u) + 58 * $u + 26 * sin(7.2 * $u) * $u, 0.8);
        $this->stroke('Charcoal side', array_map(fn (array $p): array => [$p[0] + 4, $p[1] + 21, 0.5], $line), ['size' => 26, 'opacity' => 0.5, 'inks' => self::one('#2f281f'), 'with' => ['angle' => ['base' => 0]]]);
        $this->stroke('Rope run', $line, ['size' => 44]);
        foreach ([[150, 900, 90, 12, 40], [1290, 830, 110, 10, 34], [820, 952, 120, 8, 38]] as [$x, $y, $length, $swing, $size]) {
            $this->wave('Barnacle', $x, $y, $length, $swing, ['size' => $size, 'inks' => ['main' => '#51605f', 'second' => '#d9d6c8']], 0.7);
        }
        $this->press('Gull feather', 1010, 870, ['size' => 92, 'inks' => ['main' => '#3f4b4f', 'second' => '#eeece2']]);
    }

    /** Tussocks at both sides, dark at their roots, pale blades over them. */
    private function grass(): void
    {
        foreach ([[-40, 620, 300, 70], [1330, 560, 330, 66]] as [$x, $y, $length, $size]) {
            $this->wave('Marsh grass', $x, $y, $length, 10, ['size' => $size, 'opacity' => 0.85, 'inks' => ['main' => '#4e5a48', 'second' => '#a8a683']], 0.7);
        }
        foreach ([[-60, 960, 380, 26, 210], [1240, 985, 420, 20, 190], [1420, 760, 260, 18, 120]] as [$x, $y, $length, $swing, $size]) {
            $this->wave('Marsh grass', $x, $y, $length, $swing, ['size' => $size, 'inks' => ['main' => '#26331f', 'second' => '#8f8a52']], 0.85);
            $this->wave('Reeds', $x + 10, $y - 10, $length - 40, $swing, ['size' => 1.25 * $size, 'inks' => ['main' => '#39462a', 'second' => '#d3c68b']], 0.85);
        }
        $this->wave('Sponge', -40, 985, 420, 12, ['size' => 90, 'opacity' => 0.7, 'inks' => ['main' => '#2b3524', 'second' => '#6d6f45']], 0.8);
        $this->wave('Sponge', 1250, 992, 400, 8, ['size' => 80, 'opacity' => 0.6, 'inks' => ['main' => '#2b3524', 'second' => '#6d6f45']], 0.8);
    }

    private function birds(): void
    {
        $this->wave('Gulls', 860, 205, 430, 50, ['size' => 34], 0.8);
        foreach ([[676, 168, 64, 0], [768, 118, 46, 3]] as [$x, $y, $size, $roll]) {
            $this->press('Gulls', $x, $y, ['size' => $size, 'with' => ['scatterAcross' => ['base' => 0], 'count' => ['base' => 1]]]);
        }
    }

    /** @param  array<string, mixed>  $values */
    private function on(string $name, array $values = []): void
    {
        $this->layer = $this->layers->add($this->sheet, $this->layer, $name);
        if ($values !== []) {
            $this->layers->update($this->sheet, $this->layer, JsonReader::of($values));
        }
    }

    /** @return array{main: string, second: string} */
    private static function one(string $ink): array
    {
        return ['main' => $ink, 'second' => $ink];
    }

    /**
     * Places from left to right, or back, pressed most in the middle.
     *
     * @param  callable(float): float  $height  px from the top, at a part of the way
     * @return non-empty-list<array{float, float, float}>
     */
    private static function along(float $from, float $to, callable $height, float $firm): array
    {
        $places = [];
        for ($i = 0; $i <= 12; $i++) {
            $u = $i / 12;
            $places[] = [$from + ($to - $from) * $u, $height($u), $firm * (0.55 + 0.45 * sin(M_PI * $u))];
        }

        return $places;
    }

    /** @param  array<string, mixed>  $hand */
    private function across(string $brush, float $from, float $to, float $y, float $swing, array $hand, float $firm, bool $back = false): void
    {
        [$from, $to] = $back ? [$to, $from] : [$from, $to];
        $bend = $this->roll * 0.7;
        $this->stroke($brush, self::along($from, $to, fn (float $u): float => $y + $swing * sin(3.1 * $u + $bend), $firm), $hand);
    }

    /** @param  array<string, mixed>  $hand */
    private function wave(string $brush, float $x, float $y, float $length, float $swing, array $hand, float $firm): void
    {
        $this->across($brush, $x, $x + $length, $y, $swing, $hand, $firm);
    }

    /** @param  array<string, mixed>  $hand */
    private function press(string $brush, float $x, float $y, array $hand): void
    {
        $this->lay($brush, new Trace([new Sample(0, $this->scale * $x, $this->scale * $y, 0.9)]), $hand);
    }

    /**
     * @param  non-empty-list<array{float, float, float}>  $places  x, y, pressure
     * @param  array<string, mixed>  $hand
     */
    private function stroke(string $brush, array $places, array $hand): void
    {
        $first = $places[0];
        $last = $places[count($places) - 1];
        $this->lay($brush, (new PractisedHand(300 + $this->roll))->follows(array_map(fn (array $at): array => [$this->scale * $at[0], $this->scale * $at[1], $at[2]], $places), 300 + 1.1 * hypot($last[0] - $first[0], $last[1] - $first[1])), $hand);
    }

    /** @param  array<string, mixed>  $hand */
    private function lay(string $brush, Trace $trace, array $hand): void
    {
        $hand['size'] = $this->scale * ($hand['size'] ?? $this->brushes[$brush]->kept->base('size'));
        foreach (['taperIn', 'taperOut', 'rimWidth'] as $length) {
            if (isset($hand['with'][$length])) {
                $hand['with'][$length]['base'] *= $this->scale;
            }
        }
        $order = StrokeRequest::read(JsonReader::of(['stroke' => (string) Str::uuid(), 'brush' => $this->brushes[$brush]->id, 'roll' => 40 + 7 * $this->roll++, 'layer' => $this->layer->id, ...$hand]), $this->sheet);
        $this->painter->finish($this->sheet, $order, $trace, keepsPrint: false);
    }
}
