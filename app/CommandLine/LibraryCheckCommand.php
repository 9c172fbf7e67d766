<?php

declare(strict_types=1);

namespace App\CommandLine;

use App\Copies\LibraryCopies;
use App\Copies\LibraryHash;
use App\Store\LibraryCheck;
use App\Store\Rows;
use Illuminate\Foundation\Application;
use Illuminate\Support\Facades\DB;
use PDOException;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use Yarrowfog\Core\InvalidInput;

#[AsCommand('library:check', 'Finds what of a library is missing, damaged or left over, as JSON')]
final class LibraryCheckCommand extends LibraryCommand
{
    /** Bytes without which nothing should be begun. */
    private const ROOM = 64 * 1024 * 1024;

    protected function configure(): void
    {
        parent::configure();
        $this->addOption('quick', null, InputOption::VALUE_NONE, 'only whether it can be worked in: its database is whole, may be written to, and has room')
            ->addOption('mend', null, InputOption::VALUE_NONE, 'takes missing and damaged files back from the copies beside the library, and lets go of what is left over');
    }

    /** Whether the library can be worked in at all: what a server should know before it begins. */
    private static function lookQuickly(LibraryCopies $copies): void
    {
        $database = DB::connection()->getDatabaseName();
        $last = $copies->all()[0]['name'] ?? null;
        $advice = $last === null ? 'There is no copy of it. Keep this file as it is, and ask somebody who can mend SQLite databases.' : "The last copy is “{$last}”: bin/yarrowfog library restore {$last} puts it back, and keeps what is there now as a copy too.";
        try {
            $said = Rows::select('PRAGMA quick_check(1)');
        } catch (PDOException) {
            $said = [];
        }
        if (($said[0]['quick_check'] ?? '') !== 'ok') {
            throw new InvalidInput('library', "The library is damaged and cannot be worked in ({$database}). {$advice}");
        }
        if (! is_writable($database) || ! is_writable(dirname($database))) {
            throw new InvalidInput('library', "The library may only be read ({$database}). Give this user the right to write to it and to its folder.");
        }
        if (disk_free_space(dirname($database)) < self::ROOM) {
            throw new InvalidInput('library', 'The disk of the library is full: there are less than '.(self::ROOM >> 20).' MB left. Make room first, so that no stroke is lost.');
        }
    }

    protected function workOn(Application $app, InputInterface $input, OutputInterface $output): void
    {
        if ($input->getOption('quick') === true) {
            self::lookQuickly($app->make(LibraryCopies::class));

            return;
        }
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
