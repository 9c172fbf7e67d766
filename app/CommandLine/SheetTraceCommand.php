<?php

declare(strict_types=1);

namespace App\CommandLine;

use App\Painting\SheetTracing;
use App\Store\AtomicFile;
use Illuminate\Foundation\Application;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use Yarrowfog\Core\InvalidInput;

#[AsCommand('sheet:trace', 'Traces a sheet, or one layer of it, to SVG')]
final class SheetTraceCommand extends SheetCommand
{
    protected function configure(): void
    {
        parent::configure();
        $this->addArgument('sheet', InputArgument::REQUIRED, 'its name or number')
            ->addOption('layer', null, InputOption::VALUE_REQUIRED, 'the name of one layer, which is traced alone')
            ->addOption('within', null, InputOption::VALUE_REQUIRED, 'px by which an outline may miss, from 0.2 to 5', (string) SheetTracing::WITHIN[2])
            ->addOption('out', null, InputOption::VALUE_REQUIRED, 'the file, SVG');
    }

    protected function workOn(Application $app, InputInterface $input, OutputInterface $output): void
    {
        $out = self::option($input, 'out');
        $within = $input->getOption('within');
        if (! is_numeric($within) || $within < SheetTracing::WITHIN[0] || $within > SheetTracing::WITHIN[1]) {
            throw new InvalidInput('within', '--within must be a number of px from 0.2 to 5.');
        }
        $sheet = self::sheet($input);
        $traced = $app->make(SheetTracing::class)->trace($sheet, self::layer($input, $sheet), (float) $within);
        AtomicFile::write($out, $traced->svg);
        $inks = count($traced->inks);
        $output->writeln(sprintf('%d curves in %d %s, %.2f px from the ink at most', $traced->curves, $inks, $inks === 1 ? 'ink' : 'inks', $traced->farthest));
    }
}
