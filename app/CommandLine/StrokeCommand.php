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
use Yarrowfog\Core\Paint\HalvedLevels;
use Yarrowfog\Core\Paint\Swatch;
use Yarrowfog\Core\Stroke\Brush;
use Yarrowfog\Core\Stroke\Dab;
use Yarrowfog\Core\Stroke\DabMaker;
use Yarrowfog\Core\Stroke\Trace;
use Yarrowfog\Core\Tip\Frame;

#[AsCommand('stroke', 'Paints a trace with a brush, on nothing')]
final class StrokeCommand extends EngineCommand
{
    /** px of a side. */
    private const LARGEST = 6000;

    protected function configure(): void
    {
        $this->addOption('tip', null, InputOption::VALUE_REQUIRED, 'the tip, PNG')
            ->addOption('brush', null, InputOption::VALUE_REQUIRED, 'the brush, JSON (docs/schema/brush.json)')
            ->addOption('trace', null, InputOption::VALUE_REQUIRED, 'the trace, JSON (docs/schema/trace.json)')
            ->addOption('size', null, InputOption::VALUE_REQUIRED, 'of the picture, such as 800x600')
            ->addOption('roll', null, InputOption::VALUE_REQUIRED, 'the seed of chance, a whole number', '1')
            ->addOption('out', null, InputOption::VALUE_REQUIRED, 'the picture, PNG')
            ->addOption('dabs', null, InputOption::VALUE_REQUIRED, 'every dab, JSON');
    }

    protected function work(InputInterface $input, OutputInterface $output): void
    {
        $brush = Brush::read(JsonFile::read(self::option($input, 'brush'), Schemas::brush()));
        $trace = Trace::read(JsonFile::read(self::option($input, 'trace'), Schemas::trace()));
        [$width, $height] = self::size(self::option($input, 'size'));
        $roll = self::option($input, 'roll');
        if (preg_match('/^\d{1,10}$/', $roll) !== 1) {
            throw new InvalidInput('roll', "--roll is “{$roll}”; it must be a whole number.");
        }
        $out = self::option($input, 'out');
        $tip = new HalvedLevels(Frame::fromPicture(self::picture(self::option($input, 'tip'))->bitmap(), $brush->tipKind));
        AtomicFile::write($out, PictureFile::png(Swatch::paint($tip, $brush, [$trace], (int) $roll, $width, $height)));
        $dabs = DabMaker::all($brush, $trace, (int) $roll);
        $file = $input->getOption('dabs');
        if (is_string($file)) {
            JsonFile::write($file, array_map(fn (Dab $d): array => $d->toArray(), $dabs));
        }
        $output->writeln(count($dabs).(count($dabs) === 1 ? ' dab' : ' dabs'));
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
