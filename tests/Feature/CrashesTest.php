<?php

declare(strict_types=1);

namespace Tests\Feature;

use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Tests\Attack\Crash;

/** A part of what `bin/test crash` does (a power cut ends all processes by force, too): whatever was acknowledged is there after a fall, and nothing is half there. */
final class CrashesTest extends TestCase
{
    private const SEED = 7;

    #[TestWith([Crash::POWER, 2])]
    #[TestWith([Crash::FULL, 2])]
    public function test_nothing_acknowledged_is_lost_and_nothing_is_half_there(string $how, int $moments): void
    {
        $crash = Crash::run(self::SEED, $moments, $how);
        self::assertSame([], $crash->faults);
        self::assertGreaterThan(0, $crash->acknowledged['stroke'] ?? 0);
        self::assertGreaterThan(0, $crash->unanswered, 'some were cut off');
    }
}
