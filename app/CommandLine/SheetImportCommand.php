<?php

declare(strict_types=1);

namespace App\CommandLine;

use App\Painting\OpenRasterFile;
use Illuminate\Foundation\Application;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use Yarrowfog\Core\InvalidInput;

#[AsCommand('sheet:import', 'Opens an OpenRaster file as a new sheet')]
final class SheetImportCommand extends SheetCommand
{
    protected function configure(): void
    {
        parent::configure();
        $this->addArgument('file', InputArgument::REQUIRED, 'the file, OpenRaster');
    }

    protected function workOn(Application $app, InputInterface $input, OutputInterface $output): void
    {
        $file = $input->getArgument('file');
        $file = is_string($file) ? $file : '';
        $bytes = @file_get_contents($file);
        [$sheet, $notes] = $app->make(OpenRasterFile::class)->read(is_string($bytes) ? $bytes : throw new InvalidInput('file', "The file “{$file}” cannot be read."), mb_substr(mb_scrub(pathinfo($file, PATHINFO_FILENAME)), 0, 120));
        $output->writeln(json_encode(['number' => $sheet->id, 'name' => $sheet->name, 'notes' => $notes], JSON_THROW_ON_ERROR | JSON_PRETTY_PRINT | JSON_UNESCAPED_UNICODE));
    }
}
