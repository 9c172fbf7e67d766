<?php

declare(strict_types=1);

namespace Tests\Feature;

use PHPUnit\Framework\TestCase;
use Tests\Attack\Attack;

/** A part of the hostile inputs of `bin/test hostile`: answers with a sentence, and nothing left behind. */
final class HostileInputsTest extends TestCase
{
    private const SEED = 30112026;

    private const COUNT = 100;

    public function test_hostile_inputs_are_answered_and_leave_nothing_behind(): void
    {
        $attack = Attack::run(self::SEED, self::COUNT);
        self::assertSame([], $attack->faults);
        self::assertGreaterThanOrEqual(self::COUNT, array_sum(array_map(array_sum(...), $attack->answers)));
        self::assertGreaterThan(20 << 20, $attack->memory, 'its memory was looked at');
        foreach (['png', 'jpeg', 'webp', 'tiff', 'bmp', 'gif', 'SVG', 'font', 'InkML', 'JSON', 'bundle', 'OpenRaster', 'address'] as $kind) {
            self::assertNotEmpty(array_filter(array_keys($attack->answers[$kind] ?? []), fn (int $status): bool => $status >= 400 && $status < 500), "some of {$kind} were refused");
        }
    }
}
