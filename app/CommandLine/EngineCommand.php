<?php

declare(strict_types=1);

namespace App\CommandLine;

use App\Pictures\Picture;
use App\Pictures\PictureFile;
use App\Pictures\PictureRefused;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\ConsoleOutputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use Yarrowfog\Core\InvalidInput;

/** A command that says in one sentence what is wrong, and then ends with 2. */
abstract class EngineCommand extends Command
{
    /** @throws InvalidInput|PictureRefused */
    abstract protected function work(InputInterface $input, OutputInterface $output): void;

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        try {
            $this->work($input, $output);

            return self::SUCCESS;
        } catch (InvalidInput|PictureRefused $e) {
            ($output instanceof ConsoleOutputInterface ? $output->getErrorOutput() : $output)->writeln($e->getMessage());

            return self::INVALID;
        }
    }

    /** @throws InvalidInput when the option is missing */
    protected static function option(InputInterface $input, string $name): string
    {
        $value = $input->getOption($name);

        return is_string($value) && $value !== '' ? $value : throw new InvalidInput($name, "--{$name} is missing.");
    }

    /** @throws InvalidInput|PictureRefused */
    protected static function picture(string $file): Picture
    {
        $bytes = @file_get_contents($file);

        return PictureFile::read(is_string($bytes) ? $bytes : throw new InvalidInput('', "The file “{$file}” cannot be read."));
    }
}
