<?php

declare(strict_types=1);

namespace App\Pictures;

use Symfony\Component\Process\Exception\ExceptionInterface;
use Symfony\Component\Process\Exception\ProcessSignaledException;
use Symfony\Component\Process\Process;

/** A program that works on a stranger's file: with little time, memory and files, nothing of this process's surroundings, and no core left behind. */
final readonly class LimitedProcess
{
    private const OPEN_FILES = 64;

    /**
     * @param  int  $seconds  of the processor
     * @param  int  $patience  s by the clock, on a machine that is busy with other things too
     * @param  int  $memory  bytes
     * @param  int  $files  bytes that each file it writes may have
     */
    public function __construct(private int $seconds, private int $patience, private int $memory, private int $files = 0)
    {
    }

    /**
     * @param  list<string>  $command
     * @param  array<string, string>  $surroundings  names and values besides LC_ALL
     * @return Process|null that has ended; null where the clock ended it
     */
    public function run(array $command, string $input, array $surroundings): ?Process
    {
        $names = array_map(fn (string $name, string $value): string => "{$name}={$value}", array_keys($surroundings), $surroundings);
        $limits = ['prlimit', "--cpu={$this->seconds}", "--as={$this->memory}", '--core=0', '--nofile='.self::OPEN_FILES, "--fsize={$this->files}"];
        $process = new Process(['env', '-i', 'LC_ALL=C.UTF-8', ...$names, ...$limits, ...$command], '/', null, $input, $this->patience);
        try {
            $process->run();
        } catch (ProcessSignaledException) {
            // Ended by its own limits: what it had told until then is there.
            return $process;
        } catch (ExceptionInterface) {
            return null;
        }

        return $process;
    }
}
