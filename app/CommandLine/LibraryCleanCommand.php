<?php

declare(strict_types=1);

namespace App\CommandLine;

use App\Store\Cleaning;
use App\Store\LibraryCheck;
use Illuminate\Foundation\Application;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('library:clean', 'Takes away what nobody misses: old previews, halves of files, lapsed sessions')]
final class LibraryCleanCommand extends LibraryCommand
{
    protected function workOn(Application $app, InputInterface $input, OutputInterface $output): void
    {
        foreach ([...(new Cleaning($app->storagePath()))->clean(), 'files that nothing names' => $app->make(LibraryCheck::class)->letGoOfLeftOver()] as $what => [$count, $bytes]) {
            $output->writeln(sprintf('%6d  %9s kB  %s', $count, number_format($bytes / 1024), $what));
        }
    }
}
