<?php

declare(strict_types=1);

namespace App\CommandLine;

use App\Models\Brush;
use Illuminate\Contracts\Console\Kernel;
use Illuminate\Foundation\Application;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use Yarrowfog\Core\InvalidInput;

/** A command on a library: the one in use, or another one. */
abstract class LibraryCommand extends EngineCommand
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

    /** @throws InvalidInput where there is none of that name or number */
    protected static function brush(string $name): Brush
    {
        $brush = Brush::library()->where('name', $name)->orderBy('id')->first();
        if ($brush === null && ctype_digit($name)) {
            $brush = Brush::query()->find((int) $name);
        }

        return $brush instanceof Brush ? $brush->load(['tip', 'maker']) : throw new InvalidInput('brush', "There is no brush “{$name}”. “bin/yarrowfog brush list” says which there are.");
    }

    protected static function writeJson(OutputInterface $output, mixed $what): void
    {
        $output->writeln(json_encode($what, JSON_THROW_ON_ERROR | JSON_PRETTY_PRINT | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES), OutputInterface::OUTPUT_RAW);
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
}
