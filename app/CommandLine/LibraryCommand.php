<?php

declare(strict_types=1);

namespace App\CommandLine;

use App\Models\Brush;
use App\Pictures\PictureRefused;
use Illuminate\Contracts\Console\Kernel;
use Illuminate\Foundation\Application;
use PDOException;
use RuntimeException;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use Throwable;
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
        try {
            $this->workOn(self::open($input->getOption('library')), $input, $output);
        } catch (PDOException|RuntimeException $e) {
            throw $e instanceof PictureRefused ? $e : new InvalidInput('library', self::sentence($e));
        }
    }

    /** What the system would not do, in one sentence: a full disk, a disk that may only be read, a library in use. */
    private static function sentence(Throwable $e): string
    {
        $said = trim((string) preg_replace('/\s+/', ' ', $e->getMessage()));

        return match (true) {
            preg_match('/disk is full|No space left|File too large|disk I\/O error|cannot be (written|made|copied|packed)|failed to open/i', $said) === 1 => 'The disk does not take what is to be written: it is full, or may only be read. Make room and try once more; the library is as it was.',
            preg_match('/readonly|read-only/i', $said) === 1 => 'The library may only be read here. Give this user the right to write to its folder.',
            preg_match('/locked|busy|in use/i', $said) === 1 => 'The library is in use by something that holds it for long. Try once more in a moment.',
            preg_match('/malformed|not a database|is damaged|is gone/i', $said) === 1 => 'Something in this library is damaged or gone. “bin/yarrowfog library check” says what, and “--mend” takes it from a copy.',
            default => 'This could not be done: '.rtrim(mb_substr($said, 0, 300), '.').'.',
        };
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
