<?php

declare(strict_types=1);

use Tests\Core\Cut\MadeScans;
use Tests\Core\Cut\MadeScenes;
use Yarrowfog\Core\Cut\Steps\TakeThing;
use Yarrowfog\Core\Cut\Thing\Marks;
use Yarrowfog\Core\Cut\Thing\StandsOut;
use Yarrowfog\Core\Cut\Thing\Surroundings;
use Yarrowfog\Core\Form\FieldValues;
use Yarrowfog\Core\JsonReader;
use Yarrowfog\Core\Make\Finds;
use Yarrowfog\Core\Make\SampleScanner;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Distances;
use Yarrowfog\Core\Raster\Filter;
use Yarrowfog\Core\Raster\Resampler;
use Yarrowfog\Core\Tip\TipKind;

require __DIR__.'/../vendor/autoload.php';

/*
 * One thing out of sixty made scenes of which all is known: after a box and at most two marks, without any, and page or thing.
 *
 *   php bench/things.php [each]      each line: what, the figure, the target where there is one, its unit; with `each` every scene besides
 */

/** @param  array<int, float>  $values */
function part(array $values, float $part): float
{
    sort($values);

    return $values[(int) ($part * (count($values) - 1))];
}

function tell(string $what, float $figure, string $target = '-', string $unit = ''): void
{
    echo implode("\t", [$what, round($figure, 3), $target, $unit]), PHP_EOL;
}

/**
 * @param  array<int, int>  $alpha
 * @return array{float, array<int, int>} how much of both both have; and 2 where they differ
 */
function compare(Bitmap $cut, array $alpha): array
{
    $both = $either = 0;
    $wrong = [];
    foreach ($alpha as $i => $a) {
        $is = ($cut->pixels[$i] & 255) > 127;
        $both += $is && $a > 127 ? 1 : 0;
        $either += $is || $a > 127 ? 1 : 0;
        $wrong[] = $is !== $a > 127 ? 2 : 1;
    }

    return [$both / max(1, $either), $wrong];
}

/** px around what is there in part within which an edge is judged. */
const BAND = 4;

[$overlaps, $alphas, $colours, $guessed, $things, $times] = [[], [], [], 0, 0, []];
for ($n = 0; $n < MadeScenes::COUNT; $n++) {
    ['picture' => $picture, 'alpha' => $alpha, 'colour' => $colour, 'name' => $name] = MadeScenes::number($n);
    [$width, $height] = [MadeScenes::WIDTH, MadeScenes::HEIGHT];
    $strokes = [];
    $best = 0.0;
    $cut = $picture;
    $seen = [];
    // Somebody marks what is wrong, twice at most, and keeps what is best.
    for ($marks = 0; $marks < 3; $marks++) {
        $from = hrtime(true);
        $next = (new TakeThing(new Marks(MadeScenes::box($alpha), $strokes), 0))->apply($picture, TipKind::OwnColours);
        if ($marks > 0) {
            $times[] = (hrtime(true) - $from) / 1e6;
        }
        [$overlap, $wrong] = compare($next, $alpha);
        $seen[] = round($overlap, 3);
        if ($overlap > $best) {
            [$best, $cut] = [$overlap, $next];
        }
        $away = Distances::squaredDistances($wrong, $width, $height, 1e6, 1);
        $deep = array_map(fn (int $d): int => $d < 1 << 30 ? $d : 0, $away);
        $at = (int) array_search(max($deep), $deep, true);
        $strokes[] = MadeScenes::stroke($wrong, $width, $height, $at, $alpha[$at] > 127);
    }
    $overlaps[] = $best;
    $partly = array_map(fn (int $a): int => $a > 5 && $a < 250 ? 1 : 2, $alpha);
    $near = Distances::squaredDistances($partly, $width, $height, BAND + 1.0, 1);
    $off = $count = $tint = 0;
    foreach ($near as $i => $d) {
        if ($d <= BAND * BAND) {
            $a = $cut->pixels[$i] & 255;
            $count++;
            $off += abs($a - $alpha[$i]) / 255;
            foreach ([24, 16, 8] as $shift) {
                $tint += abs(($cut->pixels[$i] >> $shift & 255) * $a - ($colour[$i] >> $shift - 8 & 255) * $alpha[$i]) / 255 / 3;
            }
        }
    }
    $alphas[] = $off / max(1, $count);
    $colours[] = $tint / max(1, $count);
    $box = StandsOut::box($picture);
    $guess = $box === [] ? 0.0 : compare((new TakeThing(new Marks($box, []), 0))->apply($picture, TipKind::OwnColours), $alpha)[0];
    $guessed += $guess >= 0.9 ? 1 : 0;
    $isThing = Surroundings::of($picture)->kind !== Surroundings::PAPER;
    $things += $isThing ? 1 : 0;
    if (($argv[1] ?? '') === 'each') {
        fwrite(STDERR, sprintf("%2d %-28s %s | alpha %.3f colour %.1f | guess %.3f%s\n", $n, $name, implode(' ', $seen), end($alphas), end($colours), $guess, $isThing ? '' : ' taken for a page'));
    }
}
tell('box and two marks: 1 − intersection over union, median of 60 scenes', 1 - part($overlaps, 0.5), '0.03');
tell('… the tenth percentile', 1 - part($overlaps, 0.1), '0.08');
tell('edge: error of alpha, mean of scenes, within 4 px', array_sum($alphas) / count($alphas), '0.06');
tell('edge: error of premultiplied colour, mean', array_sum($colours) / count($colours), '8', 'levels');
tell('first guesses that are wrong', MadeScenes::COUNT - $guessed, '20', 'of 60');
$pages = array_map(fn (string $mark): Bitmap => MadeScans::named($mark)['picture'], array_slice(array_keys(MadeScans::marks()), 0, 10));
foreach (array_keys(Finds::ALL) as $find) {
    foreach (range(1, 5) as $roll) {
        $pages[] = SampleScanner::make(FieldValues::read(SampleScanner::params(), JsonReader::of(['find' => $find, 'dpi' => 150, 'tint' => $roll / 5 - 0.2, 'dust' => ($roll - 1) / 4, 'roll' => $roll])), 1000);
    }
}
tell('things taken for pages', MadeScenes::COUNT - $things, '2', 'of '.MadeScenes::COUNT);
tell('pages taken for things', count(array_filter($pages, fn (Bitmap $page): bool => Surroundings::of($page)->kind !== Surroundings::PAPER)), '2', 'of '.count($pages));
tell('a mark to a new cut, 0.5 megapixels, median', part($times, 0.5), '250', 'ms');

unset($pages);

// Twelve megapixels: the preview is of 1,000 px, the tip of all.
$scene = MadeScenes::number(19);
$large = (new Resampler(Filter::Lanczos))->bitmap($scene['picture'], 4000, 3000);
unset($scene['picture']);
$step = new TakeThing(new Marks(MadeScenes::box($scene['alpha']), []), 0);
$from = hrtime(true);
memory_reset_peak_usage();
$step->apply($large, TipKind::OwnColours);
tell('the whole of 12 megapixels', (hrtime(true) - $from) / 1e9, '8', 's');
tell('its peak memory', memory_get_peak_usage(true) / 1e6, '1000', 'MB');
