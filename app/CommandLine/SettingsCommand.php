<?php

declare(strict_types=1);

namespace App\CommandLine;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use Yarrowfog\Core\Format\SettingsPage;
use Yarrowfog\Core\Stroke\Setting;
use Yarrowfog\Core\Stroke\SettingsTable;

#[AsCommand('settings', 'Tells every setting of a brush')]
final class SettingsCommand extends EngineCommand
{
    protected function configure(): void
    {
        $this->addOption('json', null, InputOption::VALUE_NONE, 'as JSON instead of a page');
    }

    protected function work(InputInterface $input, OutputInterface $output): void
    {
        $output->write($input->getOption('json') === true
            ? json_encode(array_map(fn (Setting $s): array => $s->toArray(), array_values(SettingsTable::all())), JSON_THROW_ON_ERROR | JSON_PRETTY_PRINT | JSON_UNESCAPED_UNICODE)."\n"
            : SettingsPage::markdown(), false, OutputInterface::OUTPUT_RAW);
    }
}
