<?php

declare(strict_types=1);

/*
 * The contact sheet of strokes: every brush of docs/strokes painted with `bin/yarrowfog stroke`,
 * with tips from the Saltmarsh Almanac.   php bench/strokes.php [OUT.png]
 */

use App\Pictures\PictureFile;
use Database\Almanac\Drawing;
use Yarrowfog\Core\Chance;

require __DIR__.'/../vendor/autoload.php';

const CELL = [620, 190];
$out = $argv[1] ?? __DIR__.'/../docs/screenshots/strokes.png';
$folder = sys_get_temp_dir().'/yarrowfog-strokes-'.getmypid();
mkdir($folder);
register_shutdown_function(fn () => array_map(unlink(...), glob("{$folder}/*") ?: []) && rmdir($folder));
foreach (tips() as $name => $png) {
    file_put_contents("{$folder}/{$name}.png", $png);
}

$wave = fn (float $least, float $most): array => trace(fn (float $u): array => [40 + 540 * $u, 95 - 46 * sin(6.6 * $u), $least + ($most - $least) * sin(M_PI * $u) ** 1.3], 1800);
$strokes = [
    ['inker', 'An even inking line, 0.3 to 24 px by pressure', 'disc', $wave(0.0, 1.0)],
    ['dashes', 'Dashes that turn with the heading', 'dash', $wave(0.5, 0.5)],
    ['spray', 'Scattered, turned, drifting stamps', 'barnacle', $wave(0.6, 0.6)],
    ['chalk', 'Dry chalk on cold-pressed paper: light meets only peaks', 'chalk', $wave(0.1, 0.95)],
    ['wash', 'A wash with a dark rim', 'puddle', $wave(0.5, 0.9)],
    ['grunge', 'Bitten and cross-hatched', 'chalk --bite hatch', $wave(0.6, 0.9)],
    ['leaves', 'Five frames, shuffled', 'leaf1 --tip leaf2 --tip leaf3 --tip leaf4 --tip leaf5', $wave(0.6, 0.6)],
    ['rope', 'A rope laid as a band on an S', 'rope', trace(fn (float $u): array => [60 + 500 * $u, 95 - 62 * sin(2 * M_PI * $u), 0.6], 1800)],
    ['stamp', 'One stamp per press', 'seal', null],
    ['eraser', 'A textured eraser', 'chalk', $wave(0.6, 0.9)],
    ['smudge', 'A smudge across two colours', 'soft', trace(fn (float $u): array => [60 + 500 * $u, 95 + 62 * sin(13 * $u), 0.7], 2200)],
];

$sheet = new Imagick;
$sheet->newImage(2 * CELL[0] + 20, (int) ceil(count($strokes) / 2) * (CELL[1] + 30) + 10, new ImagickPixel('#f6f5f1'));
$write = new ImagickDraw;
$write->setFillColor(new ImagickPixel('#4c544f'));
$write->setFontSize(15);
$write->setFont((string) (Imagick::queryFonts('*DejaVu-Sans')[0] ?? Imagick::queryFonts()[0] ?? ''));
foreach ($strokes as $i => [$brush, $says, $tips, $trace]) {
    $picture = new Imagick;
    foreach ($trace === null ? presses() : [$trace] as $n => $one) {
        file_put_contents("{$folder}/trace.json", json_encode($one));
        $under = under($brush, $folder, $n);
        $tipFiles = implode(' ', array_map(fn (string $w): string => str_starts_with($w, '--') ? $w : escapeshellarg("{$folder}/{$w}.png"), explode(' ', $tips)));
        exec(sprintf('%s stroke --tip %s --brush %s --trace %s %s --roll %d --out %s 2>&1', escapeshellarg(__DIR__.'/../bin/yarrowfog'), $tipFiles, escapeshellarg(__DIR__."/../docs/strokes/{$brush}.json"), escapeshellarg("{$folder}/trace.json"), $under === null ? '--size '.CELL[0].'x'.CELL[1] : '--under '.escapeshellarg($under), 7 + $n, escapeshellarg("{$folder}/out.png")), $said, $code);
        $code === 0 || exit(implode("\n", $said)."\n");
        copy("{$folder}/out.png", "{$folder}/before.png");
    }
    $picture->readImage("{$folder}/out.png");
    $x = $i % 2 * (CELL[0] + 10) + 5;
    $y = intdiv($i, 2) * (CELL[1] + 30) + 5;
    $paper = new Imagick;
    $paper->newImage(CELL[0], CELL[1], new ImagickPixel('white'));
    $paper->compositeImage($picture, Imagick::COMPOSITE_OVER, 0, 0);
    $sheet->compositeImage($paper, Imagick::COMPOSITE_OVER, $x, $y + 22);
    $sheet->annotateImage($write, $x + 4, $y + 16, 0, $says);
}
$sheet->setImageFormat('png');
$sheet->quantizeImage(255, Imagick::COLORSPACE_SRGB, 0, false, false);
$sheet->stripImage();
$sheet->writeImage($out);
echo "{$out}\n";

/**
 * @param  callable(float): array{float, float, float}  $at  x, y, pressure
 * @return array<string, mixed>
 */
function trace(callable $at, float $lasts): array
{
    $chance = new Chance(3);
    $samples = [];
    $dx = $dy = 0.0;
    $count = (int) ($lasts / 8);
    for ($i = 0; $i <= $count; $i++) {
        [$x, $y, $pressure] = $at($i / $count);
        $dx += (1.1 * $chance->signedUnit(1, $i) - $dx) * 0.15;
        $dy += (1.1 * $chance->signedUnit(2, $i) - $dy) * 0.15;
        $samples[] = [$i * 8, $x + $dx, $y + $dy, max(0, min(1, $pressure + 0.01 * $chance->signedUnit(3, $i))), 25, -20];
    }

    return ['samples' => $samples];
}

/** @return list<array<string, mixed>> */
function presses(): array
{
    return array_map(fn (int $i): array => trace(fn (float $u): array => [85 + 112 * $i + 20 * $u, 95 + [-18, 14, -6, 20, -12][$i], 0.7], 80), range(0, 4));
}

function under(string $brush, string $folder, int $n): ?string
{
    if ($n > 0) {
        return "{$folder}/before.png";
    }
    if ($brush !== 'eraser' && $brush !== 'smudge') {
        return null;
    }
    $colours = $brush === 'eraser' ? ['#3f6a72', '#3f6a72'] : ['#d9a441', '#2f5d73'];
    $picture = new Imagick;
    $picture->newImage(CELL[0], CELL[1], new ImagickPixel('none'));
    foreach ($colours as $k => $colour) {
        $half = new Imagick;
        $half->newImage(CELL[0] - 60, 70, new ImagickPixel($colour));
        $picture->compositeImage($half, Imagick::COMPOSITE_OVER, 30, 25 + 70 * $k);
    }
    $picture->writeImage('png32:'.$folder.'/under.png');

    return "{$folder}/under.png";
}

/** @return array<string, string> PNG by name */
function tips(): array
{
    $disc = new Drawing(256, 1);
    $disc->spot(128, 128, 126);
    $soft = new Drawing(256, 2);
    $soft->spot(128, 128, 74, 1, 100);
    $dash = new Drawing(200, 3);
    $dash->line(18, 100, 182, 104, 20, 30);
    $chalk = new Drawing(320, 4);
    for ($i = 0; $i < 1500; $i++) {
        $a = $chalk->between(0, 2 * M_PI);
        $r = 140 * sqrt($chalk->between(0, 1));
        $chalk->spot(160 + $r * cos($a), 160 + 0.85 * $r * sin($a), $chalk->between(2, 9), $chalk->between(0.4, 1), 2);
    }
    $puddle = new Drawing(300, 5);
    for ($a = 0.0; $a < 2 * M_PI; $a += 0.02) {
        $puddle->line(150, 150, 150 + (112 + 9 * sin(3 * $a + 1) + 6 * sin(7 * $a)) * cos($a), 150 + (108 + 7 * sin(4 * $a) + 5 * sin(9 * $a + 2)) * sin($a), 30, 12);
    }
    $hatch = new Drawing(280, 6);
    for ($i = 0; $i < 11; $i++) {
        $hatch->line(24 + 22 * $i + $hatch->between(-4, 4), 20, 30 + 22 * $i + $hatch->between(-8, 8), 260, $hatch->between(3, 7), $hatch->between(2, 9), $hatch->between(0.7, 1));
    }
    $hatch->dry(0.2, 3);
    $tips = ['disc' => $disc, 'soft' => $soft, 'dash' => $dash, 'chalk' => $chalk, 'puddle' => $puddle, 'hatch' => $hatch, 'barnacle' => barnacle(), 'seal' => seal()];
    for ($n = 1; $n <= 5; $n++) {
        $tips["leaf{$n}"] = leaf($n);
    }

    return [...array_map(fn (Drawing $d): string => $d->tip(), $tips), 'rope' => rope()];
}

function leaf(int $n): Drawing
{
    $d = new Drawing(220, 20 + $n);
    $bend = $d->between(-0.5, 0.5);
    $wide = $d->between(38, 62);
    for ($u = 0.0; $u <= 1; $u += 0.004) {
        $x = 30 + 160 * $u;
        $y = 110 + 60 * $bend * sin(M_PI * $u);
        $half = $wide * sin(M_PI * $u ** 0.8) ** 0.9 * (1 - 0.25 * $u);
        foreach ([-1, 1] as $side) {
            $d->line($x, $y + $side * 2.2, $x + 14, $y + $side * $half, 2.4, 2.0, $side < 0 ? 1 : 0.82);
        }
    }
    $d->line(6, 112, 34, 110, 4, 3);

    return $d;
}

function barnacle(): Drawing
{
    $d = new Drawing(300, 11);
    for ($a = 0.0; $a < 2 * M_PI; $a += 0.012) {
        if (fmod($a + 0.35, M_PI / 3) < 0.08) {
            continue;
        }
        $r = 112 + 6 * sin(3 * $a + 1);
        $d->spot(150 + $r * cos($a), 150 + 0.86 * $r * sin($a), 12 + 3 * sin(6 * $a));
    }
    for ($i = 0; $i < 26; $i++) {
        $a = $i / 26 * 2 * M_PI + $d->between(-0.06, 0.06);
        $d->line(150 + 58 * cos($a), 150 + 50 * sin($a), 150 + 106 * cos($a), 150 + 91 * sin($a), 1.5, $d->between(4, 8), $d->between(0.6, 1));
    }

    return $d;
}

function seal(): Drawing
{
    $d = new Drawing(300, 37);
    for ($a = 0.0; $a < 2 * M_PI; $a += 0.01) {
        $d->spot(150 + 134 * cos($a), 150 + 134 * sin($a), 8);
        $d->spot(150 + 112 * cos($a), 150 + 112 * sin($a), 2);
    }
    $d->line(150, 80, 150, 222, 12, 12);
    $d->line(112, 112, 188, 112, 9, 9);
    for ($a = 0.25; $a < M_PI - 0.25; $a += 0.02) {
        $d->spot(150 + 64 * cos($a), 164 + 60 * sin($a), 6);
    }
    $d->dry(0.14, 3);

    return $d;
}

/** Three strands twisted, in a picture that repeats along. */
function rope(): string
{
    [$width, $height, $lay] = [240, 120, 80];
    $chance = new Chance(9);
    $bytes = '';
    for ($y = 0; $y < $height; $y++) {
        for ($x = 0; $x < $width; $x++) {
            $v = 2 * ($y + 0.5) / $height - 1;
            // A strand winds round: across the rope it goes as an arc sine, seen from the side.
            $strand = $x / $lay + asin(max(-1, min(1, $v))) / M_PI * 0.9;
            $t = $strand - floor($strand);
            $round = sin(M_PI * $t);
            $edge = 0.9 + 0.1 * sin(M_PI * fmod($x / $lay + ($v > 0 ? 0.45 : 0.55), 1));
            $fibre = 0.14 * sin(2 * M_PI * (6 * $t + $x / $lay * 3)) + 0.08 * $chance->signedUnit($y, $x % $width);
            $ink = abs($v) > $edge ? 0 : max(0.12, min(1, 1.02 - 0.82 * $round ** 0.7 * sqrt(max(0, 1 - 0.75 * $v * $v)) + $fibre));
            $bytes .= pack('C4', 0, 0, 0, (int) round(255 * $ink * max(0, min(1, ($edge - abs($v)) * $height / 3))));
        }
    }

    return PictureFile::encode($width, $height, $bytes, 'png', 300);
}
