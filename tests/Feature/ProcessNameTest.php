<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Store\ProcessName;
use PHPUnit\Framework\TestCase;

/** Processes are told apart though their numbers are given away again. */
final class ProcessNameTest extends TestCase
{
    public function test_a_process_is_there_while_it_goes_on_and_another_one_of_its_number_is_not(): void
    {
        $own = ProcessName::own();
        self::assertStringStartsWith(getmypid().' ', $own);
        self::assertSame($own, ProcessName::own());
        self::assertTrue(ProcessName::isThere($own));
        // Its number, given to one that was begun at another time, or before the system was started anew.
        [$number, $begun, $system] = explode(' ', $own);
        foreach (["{$number} 1 {$system}", "{$number} {$begun} 00000000-0000-0000-0000-000000000000", $number, '', '0', '99999999 1 x', "-1 {$begun} {$system}"] as $other) {
            self::assertFalse(ProcessName::isThere($other), $other);
        }
    }

    public function test_one_that_has_ended_is_not_there_though_nobody_has_fetched_its_end(): void
    {
        $process = proc_open([PHP_BINARY, '-r', 'require $argv[1]; echo App\Store\ProcessName::own(), "\n"; fgets(STDIN);', dirname(__DIR__, 2).'/vendor/autoload.php'], [['pipe', 'r'], ['pipe', 'w']], $pipes);
        self::assertIsResource($process);
        $name = trim((string) fgets($pipes[1]));
        self::assertTrue(ProcessName::isThere($name));
        fwrite($pipes[0], "\n");
        // The end of its output is its own end.
        self::assertFalse(fgets($pipes[1]));
        for ($look = 0; $look < 1000 && ProcessName::isThere($name); $look++) {
            usleep(1000);
        }
        self::assertFalse(ProcessName::isThere($name));
        self::assertFileExists('/proc/'.(int) $name, 'its number is still taken');
        proc_close($process);
    }
}
