<?php

declare(strict_types=1);

namespace Tests\Browser;

use PHPUnit\Framework\TestCase;
use Throwable;

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

    /** Whatever a test looks at, the server must have been able to do all it was asked for. */
    protected function assertPostConditions(): void
    {
        self::assertSame([], self::$app?->faults() ?? []);
    }

    /** A test that failed tells what the server could not do: its log goes with its folder. */
    protected function onNotSuccessfulTest(Throwable $t): never
    {
        $faults = self::$app?->faults() ?? [];
        if ($faults !== []) {
            fwrite(STDERR, "\nThe server, during {$this->nameWithDataSet()}:\n".implode("\n", $faults)."\n");
        }
        throw $t;
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

    /** The page breaks no rule of WCAG 2.2 AA that axe-core can tell, fits its window, and complains of nothing. */
    protected function assertAccessible(): void
    {
        $chrome = $this->chrome();
        $chrome->run((string) file_get_contents(dirname(__DIR__, 2).'/node_modules/axe-core/axe.min.js'));
        $violations = $chrome->run('return axe.run(document, { runOnly: ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa"] }).then(r => r.violations.map(v => v.id + ": " + v.nodes.map(n => n.html.slice(0, 140)).join(" | ")))');
        self::assertSame([], $violations);
        self::assertTrue($chrome->run('return document.documentElement.scrollWidth <= window.innerWidth && document.documentElement.scrollHeight <= window.innerHeight'));
        self::assertSame([], $chrome->log());
    }
}
