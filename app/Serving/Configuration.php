<?php

declare(strict_types=1);

namespace App\Serving;

use App\Pictures\PictureRefused;
use RuntimeException;
use Symfony\Component\Process\ExecutableFinder;

/** How Yarrowfog is served on this machine: what nginx and php-fpm read, and the processes that stand. */
final readonly class Configuration
{
    /** Bytes of an upload: the largest picture, and what a form needs besides. */
    private const MOST = '110M';

    /** Bytes of a bundle of brushes or a whole library. */
    private const MOST_BUNDLE = '2100M';

    /** s that a page may take: a tip of the largest picture. */
    private const SLOWEST = 600;

    /** s that the web server waits for a worker beyond what that may take, so that its own answer comes first. */
    private const MARGIN = 10;

    /** Workers for what is shown while a slider moves: one picture is made while the one before it is on its way. */
    private const LOOKS = 2;

    /** Workers for what is asked now and then, and may take a while. */
    private const ASKED = 2;

    /**
     * @param  string  $address  HOST:PORT
     * @param  string  $run  folder of the sockets, which only the owner may enter
     * @param  string  $folder  of the configurations
     * @param  string  $root  of the application
     * @param  int  $workers  that take pens: one for each core
     */
    public function __construct(private string $address, private string $run, private string $folder, private string $root, private int $workers)
    {
    }

    /**
     * Writes what nginx and php-fpm read.
     *
     * @throws RuntimeException when it cannot be written
     */
    public function write(): void
    {
        $isRoot = posix_geteuid() === 0;
        $common = ['run' => $this->run, 'serving' => $this->folder, 'slowest' => self::SLOWEST.'s', 'most' => self::MOST, 'most-bundle' => self::MOST_BUNDLE];
        $this->fill('nginx.conf', [
            ...$common,
            // Otherwise nginx would give its own processes away to somebody else.
            'user' => $isRoot ? 'user root root;' : '',
            'address' => $this->address,
            'names' => implode(' ', array_unique(['localhost', '127.0.0.1', '[::1]', substr($this->address, 0, (int) strrpos($this->address, ':'))])),
            'public' => "{$this->root}/public",
            'deadline' => Worker::STROKE_DEADLINE + self::MARGIN.'s',
            'too-large' => json_encode(['message' => PictureRefused::TOO_LARGE, 'errors' => ['picture' => [PictureRefused::TOO_LARGE]]], JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR),
            ...array_map(fn (array $sockets): string => implode("\n", array_map(fn (string $s): string => "        server unix:{$s} max_fails=0;", $sockets)), $this->sockets()),
        ]);
        $this->fill('php-fpm.conf', [...$common, 'user' => $isRoot ? "user = root\ngroup = root" : '', 'children' => (string) max(3, $this->workers + 1), 'slow-children' => (string) max(2, $this->workers)]);
    }

    /**
     * @param  list<string>  $engine  how PHP is run where it does all of the engine: so it does for workers, and for pages that cut, save and trace
     * @param  list<string>  $memory  what is put before a command whose process keeps the memory that it has let go of
     * @return array<string, list<string>> commands, by name
     */
    public function commands(array $engine, array $memory): array
    {
        $commands = ['pages' => [self::program('php-fpm8.2'), ...posix_geteuid() === 0 ? ['-R'] : [], '-F', ...$engine, '-y', "{$this->folder}/php-fpm.conf"]];
        foreach ($this->sockets() as $pool => $sockets) {
            foreach ($sockets as $i => $socket) {
                $commands["{$pool} {$i}"] = [...$pool === 'look' ? $memory : [], self::program('php'), ...$engine, "{$this->root}/serving/worker.php", $socket, ...$pool === 'pen' ? ['warm'] : []];
            }
        }

        return [...$commands, 'front' => ["{$this->root}/serving/when-there", "{$this->run}/pages.sock", "{$this->run}/slow.sock", ...array_merge(...array_values($this->sockets())), '--', self::program('nginx'), '-e', 'stderr', '-c', "{$this->folder}/nginx.conf"]];
    }

    /** @return array<string, list<string>> by pool */
    private function sockets(): array
    {
        $sockets = fn (string $pool, int $count): array => array_map(fn (int $i): string => "{$this->run}/{$pool}-{$i}.sock", range(1, $count));

        return ['pen' => $sockets('pen', $this->workers), 'look' => $sockets('look', self::LOOKS), 'ask' => $sockets('ask', self::ASKED)];
    }

    /** @throws RuntimeException when it is not installed */
    private static function program(string $name): string
    {
        // Servers lie where not every user looks for programs.
        return (new ExecutableFinder)->find($name, null, ['/usr/sbin', '/usr/local/sbin'])
            ?? throw new RuntimeException("{$name} is not installed. bin/start installs it.");
    }

    /** @param  array<string, string>  $values  by name */
    private function fill(string $file, array $values): void
    {
        $text = (string) file_get_contents("{$this->root}/serving/{$file}");
        $text = (string) preg_replace_callback('/\{\{([a-z-]+)\}\}/', fn (array $found): string => $values[$found[1]] ?? throw new RuntimeException("{$file} asks for “{$found[1]}”, which nobody gives."), $text);
        if (file_put_contents("{$this->folder}/{$file}", $text) === false) {
            throw new RuntimeException("{$this->folder}/{$file} cannot be written.");
        }
    }
}
