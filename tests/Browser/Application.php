<?php

declare(strict_types=1);

namespace Tests\Browser;

use App\Store\Scratch;
use Symfony\Component\Process\Process as Command;

/** Yarrowfog on a port and in folders of its own. */
final class Application
{
    public readonly string $url;

    public readonly string $folder;

    private readonly int $port;

    private ?Process $process = null;

    /** @var array<string, int> how far each of its logs was read, in bytes */
    private array $heard = [];

    /** A folder with the brushes of the demo in it, made once for all tests of a run. Its page is left out: painting that takes a while. */
    private static ?string $demo = null;

    /** @param  array<string, string>  $surroundings  variables of its processes besides */
    public function __construct(bool $withDemo = false, private readonly array $surroundings = [])
    {
        $this->folder = self::newFolder();
        $this->port = Process::freePort();
        $this->url = "http://127.0.0.1:{$this->port}";
        if ($withDemo) {
            Process::copyFolder(self::demo(), $this->folder);
        } else {
            self::library($this->folder);
        }
        $this->start();
    }

    private static function newFolder(): string
    {
        $folder = sys_get_temp_dir().'/yarrowfog-'.bin2hex(random_bytes(5));
        foreach (['framework/cache', 'framework/sessions', 'framework/views', 'logs'] as $part) {
            mkdir("{$folder}/{$part}", 0775, true);
        }

        return $folder;
    }

    private static function demo(): string
    {
        if (self::$demo === null) {
            $folder = self::newFolder();
            self::library($folder);
            self::artisan($folder, 'db:seed', '--force', '--class=AlmanacBrushes');
            self::$demo = $folder;
            register_shutdown_function(fn () => Process::removeFolder($folder));
        }

        return self::$demo;
    }

    private static function library(string $folder): void
    {
        touch("{$folder}/yarrowfog.sqlite");
        self::artisan($folder, 'migrate', '--force');
    }

    public function start(): void
    {
        if ($this->process !== null) {
            return;
        }
        $this->process = new Process(
            ['bin/serve', "127.0.0.1:{$this->port}"],
            [...self::environment($this->folder), 'WORKERS' => '2', ...array_map(fn (string $value): string => strtr($value, ['{folder}' => $this->folder]), $this->surroundings)],
            "{$this->folder}/logs/server.log",
        );
        Process::waitForAnswer("{$this->url}/gather");
    }

    public function stop(): void
    {
        $this->process?->end();
        $this->process = null;
    }

    /** The group of all its processes. */
    public function group(): int
    {
        return $this->process?->group() ?? 0;
    }

    /** Ends all that belongs to it at once, as a machine that is switched off does. */
    public function fall(): void
    {
        $this->process?->fall();
        $this->process = null;
    }

    /** Ends its workers at once, as a crash would. They are set up again. */
    public function endWorkers(): void
    {
        $this->process?->endWithin(dirname(__DIR__, 2).'/serving/worker.php');
    }

    /** @return list<string> what it could not do since this was asked last, each with the way to it */
    public function faults(): array
    {
        // Entries begin with their time: "[2026-01-31 …] production.ERROR: …" of the framework, and what was said
        // past it, by the door for live requests, "[Sat Jan 31 … 2026] Class: message", with its trace.
        $said = preg_grep('/^\[[^]]+\] \w+\.(ERROR|CRITICAL|ALERT|EMERGENCY)/', preg_split('/^(?=\[\d{4}-)/m', $this->heard('laravel.log')) ?: []) ?: [];
        $past = preg_grep('/^Stack trace:|PHP (Fatal|Parse) error|PHP Warning/m', preg_split('/^(?=(?:\[\d+\] )?\[\w{3} )/m', $this->heard('server.log')) ?: []) ?: [];

        return [...array_values($said), ...array_values($past)];
    }

    /** What is new in one of its logs. */
    private function heard(string $log): string
    {
        $new = (string) @file_get_contents("{$this->folder}/logs/{$log}", offset: $this->heard[$log] ?? 0);
        $this->heard[$log] = ($this->heard[$log] ?? 0) + strlen($new);

        return $new;
    }

    public function remove(): void
    {
        $this->stop();
        Process::removeFolder(Scratch::root("{$this->folder}/yarrowfog/scratch"));
        Process::removeFolder($this->folder);
    }

    /** @return list<string> those of bin/flags.sh, as bin/start gives them */
    private static function flags(): array
    {
        $flags = (new Command(['bash', '-c', 'source "$0"; printf "%s\\n" "${PHP_FLAGS[@]}"', dirname(__DIR__, 2).'/bin/flags.sh']))->mustRun()->getOutput();

        return explode("\n", trim($flags));
    }

    private static function artisan(string $folder, string ...$words): void
    {
        (new Command(['php', ...self::flags(), 'artisan', ...$words], dirname(__DIR__, 2), self::environment($folder), timeout: null))->mustRun();
    }

    /** @return array<string, string> */
    private static function environment(string $folder): array
    {
        return [
            'APP_ENV' => 'production',
            'APP_KEY' => 'base64:MDEyMzQ1Njc4OTAxMjM0NTY3ODkwMTIzNDU2Nzg5MDE=',
            'DB_DATABASE' => "{$folder}/yarrowfog.sqlite",
            'SESSION_DRIVER' => 'shared',
            'YARROWFOG_STORAGE' => $folder,
        ];
    }
}
