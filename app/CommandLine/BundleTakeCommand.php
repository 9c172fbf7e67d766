<?php

declare(strict_types=1);

namespace App\CommandLine;

use App\Bundles\BundleFile;
use App\Bundles\BundleReader;
use App\Bundles\BundleTaker;
use Illuminate\Foundation\Application;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use Yarrowfog\Core\InvalidInput;

#[AsCommand('bundle:take', 'Takes the brushes of a bundle into the library; those that paint the same as one that is here are skipped')]
final class BundleTakeCommand extends LibraryCommand
{
    private const SAME_NAME = ['both' => BundleTaker::TAKE, 'replace' => BundleTaker::REPLACE, 'skip' => BundleTaker::SKIP];

    protected function configure(): void
    {
        parent::configure();
        $this->addArgument('file', InputArgument::REQUIRED, 'the bundle')
            ->addOption('same-name', null, InputOption::VALUE_REQUIRED, 'what becomes of one whose name is here already: both, replace or skip', 'both')
            ->addOption('set', null, InputOption::VALUE_REQUIRED, 'a set to put all of them on', '');
    }

    protected function workOn(Application $app, InputInterface $input, OutputInterface $output): void
    {
        $file = $input->getArgument('file');
        $same = $input->getOption('same-name');
        $choice = is_string($same) ? self::SAME_NAME[$same] ?? null : null;
        if ($choice === null) {
            throw new InvalidInput('same-name', '--same-name is one of: both, replace, skip.');
        }
        $reader = new BundleReader(BundleFile::open(is_string($file) ? $file : ''));
        $taker = $app->make(BundleTaker::class);
        $choices = [];
        $skipped = 0;
        foreach ($taker->compare($reader) as $place => $met) {
            $choices[$place] = $met['same'] !== null ? BundleTaker::SKIP : ($met['named'] !== null ? $choice : BundleTaker::TAKE);
            $skipped += $choices[$place] === BundleTaker::SKIP ? 1 : 0;
        }
        $set = $input->getOption('set');
        $taker->take($reader, $choices, is_string($set) ? $set : '');
        $output->writeln(sprintf('%d taken, %d skipped', $reader->count() - $skipped, $skipped));
    }
}
