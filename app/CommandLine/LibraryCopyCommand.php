<?php

declare(strict_types=1);

namespace App\CommandLine;

use App\Copies\LibraryCopies;
use Illuminate\Database\Migrations\Migrator;
use Illuminate\Foundation\Application;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('library:copy', 'Takes a copy of the library beside it, and lists those that are there')]
final class LibraryCopyCommand extends LibraryCommand
{
    protected function configure(): void
    {
        parent::configure();
        $this->addOption('before-a-change', null, InputOption::VALUE_NONE, 'only where the form of the library is about to be changed')
            ->addOption('daily', null, InputOption::VALUE_NONE, 'only where something changed and the last copy is a day old');
    }

    protected function workOn(Application $app, InputInterface $input, OutputInterface $output): void
    {
        $copies = $app->make(LibraryCopies::class);
        if ($input->getOption('before-a-change') === true) {
            if (self::isAboutToChange($app)) {
                $copies->take('before a change of its form', true);
            }

            return;
        }
        if ($input->getOption('daily') === true) {
            $copies->takeDaily();

            return;
        }
        $copies->take('by hand');
        foreach ($copies->all() as $copy) {
            $output->writeln(sprintf('%-60s %8s MB', $copy['name'], number_format($copy['bytes'] / 1048576, 1)));
        }
    }

    private static function isAboutToChange(Application $app): bool
    {
        $migrator = $app->make('migrator');
        if (! $migrator instanceof Migrator || ! $migrator->repositoryExists()) {
            return false;
        }

        return array_diff(array_keys($migrator->getMigrationFiles(database_path('migrations'))), $migrator->getRepository()->getRan()) !== [];
    }
}
