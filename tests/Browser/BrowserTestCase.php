<?php

declare(strict_types=1);

namespace Tests\Browser;

use PHPUnit\Framework\TestCase;

/** A running application and a browser, for all tests of a class. */
abstract class BrowserTestCase extends TestCase
{
    protected const WITH_DEMO = false;

    protected static ?Application $app = null;

    protected static ?Chrome $chrome = null;

    public static function setUpBeforeClass(): void
    {
        self::$app = new Application(static::WITH_DEMO);
        self::$chrome = new Chrome(self::$app->url);
    }

    public static function tearDownAfterClass(): void
    {
        self::$chrome?->quit();
        self::$app?->remove();
        self::$chrome = null;
        self::$app = null;
    }

    protected function chrome(): Chrome
    {
        return self::$chrome ?? throw new \LogicException('No browser is running.');
    }

    protected function app(): Application
    {
        return self::$app ?? throw new \LogicException('No application is running.');
    }

    /** Pictures painted so far on a canvas that counts them. */
    protected function painted(string $css): int
    {
        return (int) $this->chrome()->run('return Number(document.querySelector(arguments[0])?.dataset.painted || 0)', $css);
    }
}
