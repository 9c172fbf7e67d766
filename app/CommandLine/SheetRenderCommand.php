<?php

declare(strict_types=1);

namespace App\CommandLine;

use App\Painting\SheetPicture;
use App\Store\AtomicFile;
use Illuminate\Foundation\Application;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use Yarrowfog\Core\InvalidInput;

#[AsCommand('sheet:render', 'Saves a sheet, or one layer of it, as a PNG')]
final class SheetRenderCommand extends SheetCommand
{
    protected function configure(): void
    {
        parent::configure();
        $this->addArgument('sheet', InputArgument::REQUIRED, 'its name or number')
            ->addOption('out', null, InputOption::VALUE_REQUIRED, 'the picture, PNG')
            ->addOption('layer', null, InputOption::VALUE_REQUIRED, 'the name of one layer, which is saved alone')
            ->addOption('clear', null, InputOption::VALUE_NONE, 'on nothing instead of on its paper')
            ->addOption('bits', null, InputOption::VALUE_REQUIRED, '8 or 16 a channel', '8');
    }

    protected function workOn(Application $app, InputInterface $input, OutputInterface $output): void
    {
        $out = self::option($input, 'out');
        $bits = $input->getOption('bits');
        if (! in_array($bits, ['8', '16'], true)) {
            throw new InvalidInput('bits', '--bits must be 8 or 16.');
        }
        $sheet = self::sheet($input);
        $layer = self::layer($input, $sheet);
        AtomicFile::write($out, $app->make(SheetPicture::class)->png($sheet, $layer === null && $input->getOption('clear') !== true, $bits === '16', $layer));
        $output->writeln("{$sheet->width} × {$sheet->height} px");
    }
}
