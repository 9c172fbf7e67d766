<?php

declare(strict_types=1);

namespace App\CommandLine;

use App\Bundles\BundlePacker;
use App\Keeping\BrushFinder;
use App\Keeping\BrushQuestion;
use App\Models\Brush;
use Illuminate\Foundation\Application;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('brush:list', 'Lists the brushes of a library')]
final class BrushListCommand extends LibraryCommand
{
    protected function configure(): void
    {
        parent::configure();
        $this->addOption('json', null, InputOption::VALUE_NONE, 'as JSON')
            ->addOption('find', null, InputOption::VALUE_REQUIRED, 'only those with these words in their name, tags, note, maker or sets', '');
    }

    protected function workOn(Application $app, InputInterface $input, OutputInterface $output): void
    {
        $words = $input->getOption('find');
        $finder = $app->make(BrushFinder::class);
        $ids = $finder->find(new BrushQuestion(words: is_string($words) ? $words : '', sort: 'oldest'));
        $brushes = Brush::query()->with(['tip', 'maker'])->findMany($ids);
        $sets = $finder->sets();
        $rows = array_map(fn (Brush $brush): array => [
            'id' => $brush->id,
            'name' => $brush->name,
            'kind' => $brush->tip->kind->value,
            'does' => $brush->does,
            'lays' => $brush->lays,
            'size' => $brush->kept->base('size'),
            'tags' => $brush->tags ?? [],
            'maker' => $brush->maker?->name,
            'licence' => BundlePacker::licenceOf($brush),
            'sets' => array_values(array_map(fn (array $set): string => $set['name'], array_filter($sets, fn (array $set): bool => in_array($brush->id, $set['ids'], true)))),
        ], array_values($brushes->all()));
        if ($input->getOption('json') === true) {
            self::writeJson($output, $rows);

            return;
        }
        foreach ($rows as $row) {
            $output->writeln(sprintf('%5d  %-32s %5.0f px  %s', $row['id'], $row['name'], $row['size'], implode(', ', $row['sets'])), OutputInterface::OUTPUT_RAW);
        }
    }
}
