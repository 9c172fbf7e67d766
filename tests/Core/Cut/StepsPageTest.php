<?php

declare(strict_types=1);

namespace Tests\Core\Cut;

use PHPUnit\Framework\TestCase;
use Yarrowfog\Core\Format\StepsPage;

/** What is written down for people is what the forms say: a number changed in one place only is told. */
final class StepsPageTest extends TestCase
{
    public function test_the_page_is_fresh(): void
    {
        self::assertStringEqualsFile(dirname(__DIR__, 3).'/docs/steps.md', StepsPage::markdown(), 'Run bin/yarrowfog docs.');
    }
}
