<?php

declare(strict_types=1);

namespace App\CommandLine;

use App\Bundles\BundlePacker;
use Illuminate\Foundation\Application;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('brush:show', 'Tells all of a brush, as JSON')]
final class BrushShowCommand extends LibraryCommand
{
    protected function configure(): void
    {
        parent::configure();
        $this->addArgument('brush', InputArgument::REQUIRED, 'its name or number');
    }

    protected function workOn(Application $app, InputInterface $input, OutputInterface $output): void
    {
        $name = $input->getArgument('brush');
        $brush = self::brush(is_string($name) ? $name : '');
        self::writeJson($output, [
            'id' => $brush->id,
            'name' => $brush->name,
            'note' => $brush->note ?? '',
            'tags' => $brush->tags ?? [],
            'maker' => $brush->maker?->name,
            'licence' => BundlePacker::licenceOf($brush),
            'made' => $brush->made_on ?? $brush->created_at->format('Y-m-d'),
            'tip' => ['name' => $brush->tip->name, 'kind' => $brush->tip->kind->value, 'frames' => $brush->tip->pictures()],
            'versions' => $brush->versions()->count(),
            'roll' => $brush->roll,
            'brush' => $brush->kept->toArray(),
        ]);
    }
}
