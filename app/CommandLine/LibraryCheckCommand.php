<?php

declare(strict_types=1);

namespace App\CommandLine;

use App\Store\LibraryCheck;
use Illuminate\Foundation\Application;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use Yarrowfog\Core\InvalidInput;

#[AsCommand('library:check', 'Finds what of a library is missing, damaged or left over, as JSON')]
final class LibraryCheckCommand extends LibraryCommand
{
    protected function workOn(Application $app, InputInterface $input, OutputInterface $output): void
    {
        $found = $app->make(LibraryCheck::class)->look();
        $output->writeln(json_encode($found, JSON_THROW_ON_ERROR | JSON_PRETTY_PRINT | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES));
        $wrong = count($found['missing']) + count($found['damaged']) + count($found['database']);
        if ($wrong > 0) {
            throw new InvalidInput('library', $wrong === 1 ? 'One thing is wrong. A picture that is missing or damaged is healed by bringing it in once more.' : "{$wrong} things are wrong. Pictures that are missing or damaged are healed by bringing them in once more.");
        }
    }
}
