<?php

declare(strict_types=1);

namespace App\CommandLine;

use App\Copies\LibraryCopies;
use App\Copies\LibraryFile;
use Illuminate\Foundation\Application;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('library:save', 'Saves the whole library as one file')]
final class LibrarySaveCommand extends LibraryCommand
{
    protected function configure(): void
    {
        parent::configure();
        $this->addOption('out', null, InputOption::VALUE_REQUIRED, 'the file, a .foglibrary');
    }

    protected function workOn(Application $app, InputInterface $input, OutputInterface $output): void
    {
        $out = self::option($input, 'out');
        LibraryFile::save($app->make(LibraryCopies::class), $out);
        $output->writeln(number_format((int) filesize($out) / 1048576, 1).' MB');
    }
}
