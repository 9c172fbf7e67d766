<?php

declare(strict_types=1);

namespace App\CommandLine;

use App\Store\AtomicFile;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use Yarrowfog\Core\Format\Bundle\BundleSchemas;
use Yarrowfog\Core\Format\Schemas;
use Yarrowfog\Core\Format\SettingsPage;
use Yarrowfog\Core\Format\StepsPage;

#[AsCommand('docs', 'Writes the pages and schemas in docs/ that follow from the engine’s tables')]
final class DocsCommand extends EngineCommand
{
    protected function work(InputInterface $input, OutputInterface $output): void
    {
        foreach (self::files() as $file => $text) {
            AtomicFile::write(dirname(__DIR__, 2)."/docs/{$file}", $text);
            $output->writeln("docs/{$file}");
        }
    }

    /** @return array<string, string> contents by name */
    public static function files(): array
    {
        $files = ['settings.md' => SettingsPage::markdown(), 'steps.md' => StepsPage::markdown()];
        foreach ([...Schemas::all(), ...BundleSchemas::all()] as $name => $schema) {
            $files["schema/{$name}.json"] = json_encode($schema, JSON_THROW_ON_ERROR | JSON_PRETTY_PRINT | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES)."\n";
        }

        return $files;
    }
}
