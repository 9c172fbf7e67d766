<?php

declare(strict_types=1);

namespace Tests\Core\Stroke;

use PHPUnit\Framework\TestCase;
use Yarrowfog\Core\Format\SettingsPage;

/** What is written down for people is what the forms say: a number changed in one place only is told. */
final class SettingsPageTest extends TestCase
{
    public function test_the_page_is_fresh(): void
    {
        self::assertStringEqualsFile(dirname(__DIR__, 3).'/docs/settings.md', SettingsPage::markdown(), 'Run bin/yarrowfog docs.');
    }
}
