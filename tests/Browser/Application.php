<?php

declare(strict_types=1);

namespace Tests\Browser;

use App\Painting\LiveCache;
use RuntimeException;

/** Yarrowfog on a port and in folders of its own. */
final class Application
{
    public readonly string $url;

    public readonly string $folder;

    private readonly int $port;

    private ?Process $process = null;

    /** @var array<string, int> how far each of its logs was read, in bytes */
    private array $heard = [];

    public function __construct(bool $withDemo = false)
    {
        $this->folder = sys_get_temp_dir().'/yarrowfog-'.bin2hex(random_bytes(5));
        foreach (['framework/cache', 'framework/sessions', 'framework/views', 'logs'] as $part) {
            mkdir("{$this->folder}/{$part}", 0775, true);
        }
        touch("{$this->folder}/yarrowfog.sqlite");
        $this->port = Process::freePort();
        $this->url = "http://127.0.0.1:{$this->port}";
        $this->artisan('migrate --force');
        if ($withDemo) {
            $this->artisan('db:seed --force');
        }
        $this->start();
    }

    public function start(): void
    {
        if ($this->process !== null) {
            return;
        }
        $this->process = new Process(
            ['bin/serve', "127.0.0.1:{$this->port}"],
            [...$this->environment(), 'WORKERS' => '3'],
            "{$this->folder}/logs/server.log",
        );
        Process::waitForPort($this->port);
    }

    public function stop(): void
    {
        $this->process?->end();
        $this->process = null;
    }

    /** Ends its easels at once, as a crash would. They stand up again. */
    public function endEasels(): void
    {
        $this->process?->endWithin('easel.php');
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
        Process::removeFolder(LiveCache::folder("{$this->folder}/yarrowfog/live"));
        Process::removeFolder($this->folder);
    }

    /** @return list<string> those of bin/flags.sh, as bin/start gives them */
    private static function flags(): array
    {
        exec('bash -c '.escapeshellarg('source '.escapeshellarg(dirname(__DIR__, 2).'/bin/flags.sh').'; printf "%s\\n" "${PHP_FLAGS[@]}"'), $flags);

        return $flags;
    }

    private function artisan(string $command): void
    {
        $variables = '';
        foreach ($this->environment() as $key => $value) {
            $variables .= $key.'='.escapeshellarg($value).' ';
        }
        exec($variables.'php '.implode(' ', self::flags()).' artisan '.$command.' 2>&1', $output, $code);
        if ($code !== 0) {
            throw new RuntimeException(implode("\n", $output));
        }
    }

    /** @return array<string, string> */
    private function environment(): array
    {
        return [
            'APP_ENV' => 'production',
            'APP_KEY' => 'base64:MDEyMzQ1Njc4OTAxMjM0NTY3ODkwMTIzNDU2Nzg5MDE=',
            'DB_DATABASE' => "{$this->folder}/yarrowfog.sqlite",
            'SESSION_DRIVER' => 'file',
            'YARROWFOG_STORAGE' => $this->folder,
        ];
    }
}
