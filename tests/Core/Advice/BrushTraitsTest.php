<?php

declare(strict_types=1);

namespace Tests\Core\Advice;

use PHPUnit\Framework\TestCase;
use Yarrowfog\Core\Advice\BrushTraits;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Tip\TipKind;

final class BrushTraitsTest extends TestCase
{
    public function test_what_a_brush_is_follows_from_its_settings(): void
    {
        $of = fn (array $settings, string $ink = '#aa2222', string $kind = 'ink mask'): array => BrushTraits::of(BrushSettings::read(['kind' => $kind, 'inks' => ['main' => $ink, 'second' => '#ffffff'], 'settings' => $settings]))->toColumns();
        self::assertSame(['does' => 'paints', 'lays' => 'dabs', 'colour' => 'red', 'has_tooth' => false], $of([]));
        self::assertSame(['does' => 'erases', 'lays' => 'stamp', 'colour' => 'blue', 'has_tooth' => false], $of(['does' => ['base' => 'erases'], 'onePerPress' => ['base' => 'yes']], '#2244cc'));
        self::assertSame(['does' => 'smudges', 'lays' => 'band', 'colour' => 'its own', 'has_tooth' => true], $of(['does' => ['base' => 'smudges'], 'laidAs' => ['base' => 'band, repeated'], 'onePerPress' => ['base' => 'yes'], 'tooth' => ['base' => 'of the sheet']], kind: TipKind::OwnColours->value));
    }
}
