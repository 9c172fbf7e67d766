<?php

declare(strict_types=1);

namespace Tests\Browser;

use Closure;
use Facebook\WebDriver\Chrome\ChromeOptions;
use Facebook\WebDriver\Exception\StaleElementReferenceException;
use Facebook\WebDriver\Remote\DesiredCapabilities;
use Facebook\WebDriver\Remote\LocalFileDetector;
use Facebook\WebDriver\Remote\RemoteWebDriver;
use Facebook\WebDriver\Remote\RemoteWebElement;
use Facebook\WebDriver\WebDriverBy;
use RuntimeException;

/** Headless Chromium, driven as a painter would drive it: with a pen that has pressure and tilt. */
final class Chrome
{
    /** s that anything may take to appear. */
    private const PATIENCE = 20;

    private RemoteWebDriver $driver;

    private Process $process;

    private string $profile;

    /** A key that is held while the pen moves, as WebDriver names it. */
    private ?string $held = null;

    public function __construct(private readonly string $url, int $width = 1280, int $height = 800)
    {
        $port = Process::freePort();
        $this->profile = sys_get_temp_dir().'/yarrowfog-chrome-'.bin2hex(random_bytes(5));
        $this->process = new Process(['chromedriver', "--port={$port}"]);
        Process::waitForPort($port);
        $options = new ChromeOptions;
        $options->addArguments([
            '--headless=new', '--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking',
            '--disable-component-update', '--disable-sync', '--hide-scrollbars', '--force-device-scale-factor=1', "--user-data-dir={$this->profile}", "--window-size={$width},{$height}",
        ]);
        $options->setExperimentalOption('prefs', ['download.default_directory' => $this->profile]);
        $capabilities = DesiredCapabilities::chrome();
        $capabilities->setCapability(ChromeOptions::CAPABILITY, $options);
        $capabilities->setCapability('goog:loggingPrefs', ['browser' => 'ALL']);
        $this->driver = RemoteWebDriver::create("http://127.0.0.1:{$port}", $capabilities, 30000, 60000);
        $this->resize($width, $height);
    }

    /** Makes the page this large; the window has a frame even where none is drawn. */
    public function resize(int $width, int $height): void
    {
        $frame = $this->run('return [window.outerWidth - window.innerWidth, window.outerHeight - window.innerHeight]');
        if (is_array($frame)) {
            $this->driver->manage()->window()->setSize(new \Facebook\WebDriver\WebDriverDimension($width + (int) $frame[0], $height + (int) $frame[1]));
        }
    }

    public function quit(): void
    {
        try {
            $this->driver->quit();
        } finally {
            $this->process->end();
            Process::removeFolder($this->profile);
        }
    }

    public function open(string $path): void
    {
        $this->driver->get(str_starts_with($path, 'http') ? $path : $this->url.$path);
    }

    public function path(): string
    {
        return (string) parse_url($this->driver->getCurrentURL(), PHP_URL_PATH);
    }

    public function run(string $script, mixed ...$arguments): mixed
    {
        return $this->driver->executeScript($script, $arguments);
    }

    public function find(string $css): RemoteWebElement
    {
        $element = null;
        $this->wait("“{$css}” to appear", function () use ($css, &$element): bool {
            foreach ($this->driver->findElements(WebDriverBy::cssSelector($css)) as $found) {
                if ($found->isDisplayed()) {
                    $element = $found;

                    return true;
                }
            }

            return false;
        });

        return $element ?? throw new RuntimeException("There is no “{$css}”.");
    }

    /** A button or link by what it says. */
    public function press(string $label): void
    {
        $this->wait("“{$label}” to be pressed", function () use ($label): bool {
            foreach ($this->driver->findElements(WebDriverBy::xpath("//button[normalize-space(.)='{$label}']|//a[normalize-space(.)='{$label}']|//label[starts-with(normalize-space(.), '{$label}')]")) as $found) {
                if ($found->isDisplayed() && $found->isEnabled()) {
                    $found->click();

                    return true;
                }
            }

            return false;
        });
    }

    public function click(string $css): void
    {
        $this->wait("“{$css}” to be clicked", function () use ($css): bool {
            $this->find($css)->click();

            return true;
        });
    }

    public function upload(string $css, string $file): void
    {
        $input = $this->driver->findElement(WebDriverBy::cssSelector($css));
        $input->setFileDetector(new LocalFileDetector);
        $input->sendKeys($file);
    }

    /** What an element says to the eye; what is hidden says nothing, though the browser has its text. */
    public function text(string $css): string
    {
        return (string) $this->run('const e = document.querySelector(arguments[0]); return e?.checkVisibility() ? e.innerText : ""', $css);
    }

    public function waitForText(string $css, string $text): void
    {
        $this->wait("“{$css}” to say “{$text}”; it says “{$this->text($css)}”", fn (): bool => str_contains($this->text($css), $text));
    }

    public function waitForPath(string $start): void
    {
        $this->wait("the page {$start}", fn (): bool => str_starts_with($this->path(), $start) && $this->run('return document.readyState') === 'complete');
    }

    /** @param  Closure(): bool  $ready */
    public function wait(string $what, Closure $ready, float $patience = self::PATIENCE): void
    {
        $until = microtime(true) + $patience;
        do {
            try {
                if ($ready()) {
                    return;
                }
            } catch (StaleElementReferenceException) {
                // The page changed under the question; ask again.
            }
            usleep(20000);
        } while (microtime(true) < $until);
        throw new RuntimeException("Waited {$patience} s for {$what}. The page says: ".json_encode($this->log()).' It shows: '.mb_substr($this->text('main'), 0, 1500));
    }

    /** Types a value into a field, as a painter who replaces what stands there. */
    public function type(string $css, string $value): void
    {
        $element = $this->find($css);
        $element->click();
        $element->sendKeys([\Facebook\WebDriver\WebDriverKeys::CONTROL, 'a']);
        $element->sendKeys($value.\Facebook\WebDriver\WebDriverKeys::ENTER);
    }

    /** Keys pressed on an element that has the focus. */
    public function keys(string $css, string $keys): void
    {
        $this->find($css)->sendKeys($keys);
    }

    /** Moves a mouse over an element, px from its top left, without pressing. */
    public function hover(string $css, float $x, float $y): void
    {
        $box = $this->run('const b = document.querySelector(arguments[0]).getBoundingClientRect(); return [b.left, b.top]', $css);
        if (! is_array($box)) {
            throw new RuntimeException("There is no “{$css}”.");
        }
        $to = fn (float $dx): array => ['type' => 'pointerMove', 'duration' => 0, 'x' => (int) round($box[0] + $x + $dx), 'y' => (int) round($box[1] + $y), 'origin' => 'viewport'];
        $this->driver->executeCustomCommand('/session/:sessionId/actions', 'POST', ['actions' => [['type' => 'pointer', 'id' => 'the-mouse', 'parameters' => ['pointerType' => 'mouse'], 'actions' => [$to(2), $to(0)]]]]);
    }

    /**
     * One stroke with a real pen: W3C WebDriver actions of pointer type “pen”.
     *
     * @param  list<array{0: float, 1: float, 2: float, 3?: int, 4?: int}>  $samples  x, y as parts of the element, pressure, tiltX, tiltY
     * @param  int  $every  ms between samples
     * @param  (Closure(): mixed)|null  $halfway  what is done in the middle, while the pen is down
     */
    public function pen(string $css, array $samples, string $type = 'pen', int $every = 12, ?Closure $halfway = null): void
    {
        $box = $this->run('const b = document.querySelector(arguments[0]).getBoundingClientRect(); return [b.left, b.top, b.width, b.height]', $css);
        if (! is_array($box)) {
            throw new RuntimeException("There is no “{$css}”.");
        }
        $actions = [];
        foreach ($samples as $i => $s) {
            $held = $type === 'pen' ? ['pressure' => $s[2], 'tiltX' => $s[3] ?? 20, 'tiltY' => $s[4] ?? -15, 'twist' => 0] : [];
            $place = ['x' => (int) round($box[0] + $s[0] * $box[2]), 'y' => (int) round($box[1] + $s[1] * $box[3]), 'origin' => 'viewport'];
            $actions[] = ['type' => 'pointerMove', 'duration' => $i === 0 ? 0 : $every, ...$place, ...$held];
            if ($i === 0) {
                $actions[] = ['type' => 'pointerDown', 'button' => 0, ...$held];
            }
        }
        $actions[] = ['type' => 'pointerUp', 'button' => 0];
        $keys = $this->held === null ? [] : [['type' => 'key', 'id' => 'keys', 'actions' => [
            ['type' => 'keyDown', 'value' => $this->held],
            ...array_fill(0, count($actions) - 1, ['type' => 'pause', 'duration' => 0]),
            ['type' => 'keyUp', 'value' => $this->held],
        ]]];
        array_unshift($actions, ['type' => 'pause', 'duration' => 0]);
        $parts = $halfway === null ? [$actions] : array_chunk($actions, intdiv(count($actions), 2) + 1);
        foreach ($parts as $n => $part) {
            if ($n > 0 && $halfway !== null) {
                $halfway();
            }
            $this->driver->executeCustomCommand('/session/:sessionId/actions', 'POST', ['actions' => [...$keys, ['type' => 'pointer', 'id' => "the-{$type}", 'parameters' => ['pointerType' => $type], 'actions' => $part]]]);
        }
    }

    /**
     * Holds a key while something is done.
     *
     * @param  Closure(): mixed  $do
     */
    public function hold(string $key, Closure $do): void
    {
        $this->held = ['Shift' => "\u{E008}", 'Control' => "\u{E009}"][$key] ?? $key;
        $do();
        $this->held = null;
    }

    /**
     * Several fingers on an element, at the same time.
     *
     * @param  non-empty-list<non-empty-list<array{float, float}>>  $paths  parts of its width and height, all of the same length
     */
    public function fingers(string $css, array $paths): void
    {
        $box = $this->run('const b = document.querySelector(arguments[0]).getBoundingClientRect(); return [b.left, b.top, b.width, b.height]', $css);
        if (! is_array($box)) {
            throw new RuntimeException("There is no “{$css}”.");
        }
        $hands = [];
        foreach ($paths as $n => $path) {
            $actions = [];
            foreach ($path as $i => [$x, $y]) {
                $actions[] = ['type' => 'pointerMove', 'duration' => $i === 0 ? 0 : 20, 'x' => (int) round($box[0] + $x * $box[2]), 'y' => (int) round($box[1] + $y * $box[3]), 'origin' => 'viewport'];
                if ($i === 0) {
                    $actions[] = ['type' => 'pointerDown', 'button' => 0];
                }
            }
            $hands[] = ['type' => 'pointer', 'id' => "finger-{$n}", 'parameters' => ['pointerType' => 'touch'], 'actions' => [...$actions, ['type' => 'pointerUp', 'button' => 0]]];
        }
        $this->driver->executeCustomCommand('/session/:sessionId/actions', 'POST', ['actions' => $hands]);
    }

    public function screenshot(string $file): void
    {
        $this->driver->takeScreenshot($file);
    }

    /** @return list<string> what the page complained of */
    public function log(): array
    {
        $out = [];
        foreach ($this->driver->manage()->getLog('browser') as $entry) {
            if (is_array($entry) && is_string($entry['message'] ?? null) && ($entry['level'] ?? '') === 'SEVERE') {
                $out[] = $entry['message'];
            }
        }

        return $out;
    }
}
