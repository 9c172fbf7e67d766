<?php

declare(strict_types=1);

namespace App\CommandLine;

use App\Copies\LibraryCopies;
use App\Keeping\StripMaker;
use App\Painting\UnlaidStrokes;
use App\Store\Cleaning;
use App\Store\LibraryCheck;
use Illuminate\Foundation\Application;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('library:keep', 'Looks after a library while it is served: paints strips, takes a copy a day, clears away what nobody misses')]
final class LibraryKeepCommand extends LibraryCommand
{
    /** s between two looks whether there is anything to do. */
    private const PAUSE = 3;

    /** s between two looks whether a day has gone. */
    private const HOUR = 3600;

    /** s after which a stroke that is not laid is taken to be left behind by a process that is no more. */
    private const ABANDONED = 10;

    protected function configure(): void
    {
        parent::configure();
        $this->addOption('once', null, InputOption::VALUE_NONE, 'ends when there is nothing more to do');
    }

    protected function workOn(Application $app, InputInterface $input, OutputInterface $output): void
    {
        $isOnce = $input->getOption('once') === true;
        // Whoever paints comes first.
        @proc_nice(19);
        $strips = $app->make(StripMaker::class);
        $due = 0;
        $unlaid = $app->make(UnlaidStrokes::class);
        do {
            $unlaid->settleOldest($isOnce ? 0 : self::ABANDONED);
            $made = $strips->makeMissing();
            if ($made > 0) {
                $output->writeln("{$made} strips painted");
            }
            if (time() >= $due) {
                $app->make(LibraryCopies::class)->takeDaily();
                (new Cleaning($app->storagePath()))->clean();
                $app->make(LibraryCheck::class)->letGoOfLeftOver();
                $due = time() + self::HOUR;
            }
            if (! $isOnce) {
                sleep(self::PAUSE);
            }
        } while (! $isOnce);
    }
}
