<?php

declare(strict_types=1);

namespace App\CommandLine;

use App\Copies\CopiedLibrary;
use App\Copies\LibraryCopies;
use App\Copies\LibraryFile;
use App\Copies\PutBack;
use Illuminate\Foundation\Application;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('library:restore', 'Puts a saved library, or one of the copies beside it, in the place of the library; what was there is copied first')]
final class LibraryRestoreCommand extends LibraryCommand
{
    protected function configure(): void
    {
        parent::configure();
        $this->addArgument('file', InputArgument::REQUIRED, 'a .foglibrary, or the name of a copy');
    }

    protected function workOn(Application $app, InputInterface $input, OutputInterface $output): void
    {
        $file = $input->getArgument('file');
        $file = is_string($file) ? $file : '';
        $back = $app->make(PutBack::class);
        $before = is_file($file)
            ? LibraryFile::open($file, fn (CopiedLibrary $copy): string => $back->put($copy))
            : $back->put(LibraryFile::ofFolder($app->make(LibraryCopies::class)->path($file)));
        $output->writeln("Put back. What was there before is the copy {$before}.");
    }
}
