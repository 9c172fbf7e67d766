<?php

declare(strict_types=1);

namespace App\CommandLine;

use App\Copies\LibraryCopies;
use App\Copies\LibraryHash;
use App\Store\LibraryCheck;
use Illuminate\Foundation\Application;
use Illuminate\Support\Facades\DB;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use Yarrowfog\Core\InvalidInput;

#[AsCommand('library:check', 'Finds what of a library is missing, damaged or left over, as JSON')]
final class LibraryCheckCommand extends LibraryCommand
{
    protected function configure(): void
    {
        parent::configure();
        $this->addOption('mend', null, InputOption::VALUE_NONE, 'takes missing and damaged files back from the copies beside the library, and lets go of what is left over');
    }

    protected function workOn(Application $app, InputInterface $input, OutputInterface $output): void
    {
        $check = $app->make(LibraryCheck::class);
        $mended = $input->getOption('mend') === true ? $check->mend($app->make(LibraryCopies::class)->folder) : null;
        $found = ['hash' => LibraryHash::of(DB::connection()->getDatabaseName()), ...$check->look(), ...$mended === null ? [] : ['mended' => $mended]];
        self::writeJson($output, $found);
        $wrong = count($found['missing']) + count($found['damaged']) + count($found['database']);
        if ($wrong > 0) {
            throw new InvalidInput('library', $wrong === 1 ? 'One thing is wrong. A picture that is missing or damaged is healed by bringing it in once more.' : "{$wrong} things are wrong. Pictures that are missing or damaged are healed by bringing them in once more.");
        }
    }
}
