<?php

declare(strict_types=1);

namespace App\CommandLine;

use App\Pictures\PictureFile;
use App\Store\AtomicFile;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use Yarrowfog\Core\Format\Schemas;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Paint\Dab\BrushTextures;
use Yarrowfog\Core\Paint\Dab\Tooth;
use Yarrowfog\Core\Paint\Mip\HalvedMipChain;
use Yarrowfog\Core\Paint\Stroke\Swatch;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Choice\ToothName;
use Yarrowfog\Core\Stroke\Dab;
use Yarrowfog\Core\Stroke\DabMaker;
use Yarrowfog\Core\Stroke\Trace;
use Yarrowfog\Core\Tip\Frame;
use Yarrowfog\Core\Tip\TipKind;

#[AsCommand('stroke', 'Paints a trace with a brush, on nothing or over a picture')]
final class StrokeCommand extends EngineCommand
{
    /** px of a side. */
    private const LARGEST = 6000;

    private const MOST_FRAMES = 32;

    protected function configure(): void
    {
        $this->addOption('tip', null, InputOption::VALUE_REQUIRED | InputOption::VALUE_IS_ARRAY, 'the tip, PNG; several give it several frames')
            ->addOption('bite', null, InputOption::VALUE_REQUIRED, 'a second tip that eats into the first, PNG')
            ->addOption('tooth', null, InputOption::VALUE_REQUIRED, 'a picture that repeats, light where the ground is high, PNG: for the tooth “own”')
            ->addOption('under', null, InputOption::VALUE_REQUIRED, 'what lies on the sheet already, PNG')
            ->addOption('brush', null, InputOption::VALUE_REQUIRED, 'the brush, JSON (docs/schema/brush.json)')
            ->addOption('trace', null, InputOption::VALUE_REQUIRED, 'the trace, JSON (docs/schema/trace.json)')
            ->addOption('size', null, InputOption::VALUE_REQUIRED, 'of the picture, such as 800x600; that of --under where it is left out')
            ->addOption('roll', null, InputOption::VALUE_REQUIRED, 'the seed of chance, a whole number', '1')
            ->addOption('out', null, InputOption::VALUE_REQUIRED, 'the picture, PNG')
            ->addOption('dabs', null, InputOption::VALUE_REQUIRED, 'every dab, JSON');
    }

    protected function work(InputInterface $input, OutputInterface $output): void
    {
        $brush = BrushSettings::read(JsonFile::read(self::option($input, 'brush'), Schemas::brush()));
        $trace = Trace::read(JsonFile::read(self::option($input, 'trace'), Schemas::trace()));
        $under = self::optional($input, 'under');
        $sheet = $under === null ? null : self::picture($under)->bitmap();
        [$width, $height] = $sheet !== null && self::optional($input, 'size') === null ? [$sheet->width, $sheet->height] : self::size(self::option($input, 'size'));
        if ($sheet !== null && ($sheet->width !== $width || $sheet->height !== $height)) {
            throw new InvalidInput('size', "--under is {$sheet->width} × {$sheet->height} px, but --size says {$width} × {$height}. Leave --size out.");
        }
        $roll = self::option($input, 'roll');
        if (preg_match('/^\d{1,10}$/', $roll) !== 1) {
            throw new InvalidInput('roll', "--roll is “{$roll}”; it must be a whole number.");
        }
        $out = self::option($input, 'out');
        $kit = self::kit($input, $brush);
        AtomicFile::write($out, PictureFile::png(Swatch::paint($kit, $brush, [$trace], (int) $roll, $width, $height, $sheet)));
        $dabs = $brush->isBand() ? [] : DabMaker::all($brush->usedWith(count($kit->frames), $kit->bite !== null), $trace, (int) $roll);
        $file = $input->getOption('dabs');
        if (is_string($file)) {
            JsonFile::write($file, array_map(fn (Dab $d): array => $d->toArray(), $dabs));
        }
        $output->writeln(count($dabs).(count($dabs) === 1 ? ' dab' : ' dabs'));
    }

    /** @throws InvalidInput */
    private static function kit(InputInterface $input, BrushSettings $brush): BrushTextures
    {
        $files = $input->getOption('tip');
        $frames = [];
        foreach (is_array($files) ? $files : [] as $file) {
            $frames[] = new HalvedMipChain(Frame::fromPicture(self::picture(is_string($file) ? $file : '')->bitmap(), $brush->tipKind));
        }
        if ($frames === []) {
            throw new InvalidInput('tip', '--tip is missing.');
        }
        if (count($frames) > self::MOST_FRAMES) {
            throw new InvalidInput('tip', 'A tip has '.self::MOST_FRAMES.' frames at most; --tip is given '.count($frames).' times.');
        }
        $bite = self::optional($input, 'bite');
        $tooth = self::optional($input, 'tooth');
        if ($tooth === null && $brush->choices->tooth === ToothName::Own) {
            throw new InvalidInput('tooth', 'The brush has a tooth of its own: name its picture with --tooth.');
        }

        if ($tooth !== null && $brush->choices->tooth !== ToothName::Own) {
            throw new InvalidInput('tooth', "--tooth is the brush’s own tooth, but the brush asks for “{$brush->choices->tooth->value}”. Leave --tooth out, or set “tooth” to “own”.");
        }

        return new BrushTextures(
            $frames,
            $bite === null ? null : new HalvedMipChain(Frame::fromPicture(self::picture($bite)->bitmap(), TipKind::InkMask)),
            $tooth === null ? null : Tooth::fromPicture(self::picture($tooth)->bitmap()),
        );
    }

    private static function optional(InputInterface $input, string $name): ?string
    {
        $value = $input->getOption($name);

        return is_string($value) && $value !== '' ? $value : null;
    }

    /**
     * @return array{int, int}
     *
     * @throws InvalidInput
     */
    private static function size(string $size): array
    {
        if (preg_match('/^(\d{1,5})x(\d{1,5})$/', $size, $m) !== 1 || min($m[1], $m[2]) < 1 || max($m[1], $m[2]) > self::LARGEST) {
            throw new InvalidInput('size', "--size is “{$size}”; it must be such as 800x600, 6000 px a side at most.");
        }

        return [(int) $m[1], (int) $m[2]];
    }
}
