<?php

declare(strict_types=1);

namespace App\CommandLine;

use App\Painting\OpenRasterFile;
use App\Store\AtomicFile;
use Illuminate\Foundation\Application;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('sheet:export', 'Saves a sheet with all its layers as OpenRaster')]
final class SheetExportCommand extends SheetCommand
{
    protected function configure(): void
    {
        parent::configure();
        $this->addArgument('sheet', InputArgument::REQUIRED, 'its name or number')->addOption('out', null, InputOption::VALUE_REQUIRED, 'the file, OpenRaster');
    }

    protected function workOn(Application $app, InputInterface $input, OutputInterface $output): void
    {
        $out = self::option($input, 'out');
        $sheet = self::sheet($input);
        AtomicFile::write($out, $app->make(OpenRasterFile::class)->write($sheet));
        $count = $sheet->layers()->count();
        $output->writeln($count === 1 ? '1 layer' : "{$count} layers");
    }
}
