<?php

declare(strict_types=1);

namespace App\CommandLine;

use App\Bundles\BundleFile;
use App\Bundles\BundleReader;
use Illuminate\Foundation\Application;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use Yarrowfog\Core\Format\Bundle\BundledBrush;

#[AsCommand('bundle:check', 'Looks a bundle through and says what is in it, as JSON')]
final class BundleCheckCommand extends LibraryCommand
{
    protected function configure(): void
    {
        parent::configure();
        $this->addArgument('file', InputArgument::REQUIRED, 'the bundle');
    }

    protected function workOn(Application $app, InputInterface $input, OutputInterface $output): void
    {
        $file = $input->getArgument('file');
        $reader = new BundleReader(BundleFile::open(is_string($file) ? $file : ''));
        $reader->check();
        $manifest = $reader->file->manifest;
        self::writeJson($output, [
            'title' => $manifest->title,
            'note' => $manifest->note,
            'maker' => $manifest->maker === null ? null : $reader->maker($manifest->maker)->name,
            'licence' => $manifest->licence,
            'date' => $manifest->date,
            'sets' => array_map(fn ($set): array => ['name' => $set->name, 'brushes' => count($set->brushes)], $manifest->sets),
            'brushes' => array_map(fn (BundledBrush $brush): array => ['name' => $brush->name, 'kind' => $brush->now->tip->kind->value, 'frames' => count($brush->now->tip->frames), 'versions' => count($brush->versions), 'source' => $brush->now->tip->from !== null], array_values($reader->brushes())),
            'recordings' => count($manifest->recordings),
        ]);
    }
}
