<?php

declare(strict_types=1);

namespace App\CommandLine;

use App\Models\Layer;
use App\Models\Sheet;
use Illuminate\Contracts\Console\Kernel;
use Illuminate\Foundation\Application;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use Yarrowfog\Core\InvalidInput;

/** A command on the sheets of a library: the one in use, or another one. */
abstract class SheetCommand extends EngineCommand
{
    abstract protected function workOn(Application $app, InputInterface $input, OutputInterface $output): void;

    protected function configure(): void
    {
        $this->addOption('library', null, InputOption::VALUE_REQUIRED, 'the folder of another library than the one in use');
    }

    protected function work(InputInterface $input, OutputInterface $output): void
    {
        $this->workOn(self::open($input->getOption('library')), $input, $output);
    }

    /** @throws InvalidInput where there is no library */
    private static function open(mixed $library): Application
    {
        if (is_string($library) && $library !== '') {
            $folder = realpath($library);
            if ($folder === false || ! is_file("{$folder}/yarrowfog.sqlite")) {
                throw new InvalidInput('library', "There is no library in “{$library}”: a library is a folder that holds a yarrowfog.sqlite.");
            }
            putenv("YARROWFOG_STORAGE={$folder}");
            $_ENV['DB_DATABASE'] = $_SERVER['DB_DATABASE'] = "{$folder}/yarrowfog.sqlite";
        }
        $app = require dirname(__DIR__, 2).'/bootstrap/app.php';
        if (! $app instanceof Application) {
            throw new InvalidInput('', 'The application cannot be opened.');
        }
        $app->make(Kernel::class)->bootstrap();

        return $app;
    }

    /**
     * A sheet by its number, or by its name where only one is called so.
     *
     * @throws InvalidInput
     */
    protected static function sheet(InputInterface $input): Sheet
    {
        $wanted = $input->getArgument('sheet');
        $wanted = is_string($wanted) ? $wanted : '';
        $sheets = Sheet::query()->where('purpose', Sheet::TO_PAINT)->get();
        $named = $sheets->filter(fn (Sheet $sheet): bool => $sheet->name === $wanted);
        if ($named->count() > 1) {
            throw new InvalidInput('sheet', "{$named->count()} sheets are called “{$wanted}”. Name one by its number: ".$named->pluck('id')->implode(', ').'.');
        }

        return $named->first() ?? $sheets->first(fn (Sheet $sheet): bool => (string) $sheet->id === $wanted) ?? throw new InvalidInput('sheet', "There is no sheet “{$wanted}”. `sheet list` tells them all.");
    }

    /**
     * The layer that --layer names; null where it names none.
     *
     * @throws InvalidInput
     */
    protected static function layer(InputInterface $input, Sheet $sheet): ?Layer
    {
        $name = $input->getOption('layer');

        return ! is_string($name) ? null : $sheet->layers()->get()->first(fn (Layer $layer): bool => $layer->name === $name)
            ?? throw new InvalidInput('layer', "This sheet has no layer “{$name}”. It has: ".$sheet->layers()->pluck('name')->implode(', ').'.');
    }
}
