<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Store\Epoch;
use App\Store\Library;
use App\Store\ProcessCache;
use Illuminate\Config\Repository;
use Illuminate\Container\Container;
use Illuminate\Database\Connectors\ConnectionFactory;
use Illuminate\Database\DatabaseManager;
use Illuminate\Foundation\Application;
use PDO;
use PHPUnit\Framework\TestCase;
use Tests\Browser\Process;

/** A process that goes on after its request, and a library that others change meanwhile. */
final class LibraryTest extends TestCase
{
    private string $folder;

    private DatabaseManager $databases;

    private Library $library;

    protected function setUp(): void
    {
        $this->folder = sys_get_temp_dir().'/yarrowfog-library-'.bin2hex(random_bytes(5));
        mkdir($this->folder);
        $before = Container::getInstance();
        $app = new Application($this->folder);
        Container::setInstance($before);
        $config = new Repository(['database' => ['default' => 'sqlite', 'connections' => ['sqlite' => ['driver' => 'sqlite', 'database' => "{$this->folder}/library.sqlite"]]]]);
        $app->instance('config', $config);
        $this->databases = new DatabaseManager($app, new ConnectionFactory($app));
        $this->library = new Library($this->databases, $config, new Epoch("{$this->folder}/epoch"), new ProcessCache);
    }

    protected function tearDown(): void
    {
        $this->databases->purge();
        Process::removeFolder($this->folder);
    }

    public function test_what_others_write_is_seen_without_opening_it_anew(): void
    {
        $other = self::filled("{$this->folder}/library.sqlite", 'first');
        $this->library->refresh();
        self::assertSame('first', $this->brush());
        $opened = $this->databases->connection()->getPdo();
        $other->exec("UPDATE brushes SET name = 'second'");
        $this->library->refresh();
        self::assertSame('second', $this->brush());
        $other->exec('ALTER TABLE brushes ADD COLUMN more TEXT');
        $other->exec("UPDATE brushes SET name = 'third', more = 'x'");
        $this->library->refresh();
        self::assertSame('third', $this->brush());
        self::assertSame($opened, $this->databases->connection()->getPdo());
    }

    public function test_a_file_that_was_put_in_its_place_is_opened(): void
    {
        self::filled("{$this->folder}/library.sqlite", 'old');
        $this->library->refresh();
        self::assertSame('old', $this->brush());
        self::filled("{$this->folder}/backup.sqlite", 'put back');
        rename("{$this->folder}/backup.sqlite", "{$this->folder}/library.sqlite");
        self::assertSame('old', $this->brush(), 'what is open stays open');
        $this->library->refresh();
        self::assertSame('put back', $this->brush());
    }

    private function brush(): mixed
    {
        return $this->databases->connection()->scalar('SELECT name FROM brushes');
    }

    private static function filled(string $path, string $name): PDO
    {
        $pdo = new PDO("sqlite:{$path}", options: [PDO::ATTR_ERRMODE => PDO::ERRMODE_EXCEPTION]);
        $pdo->exec('CREATE TABLE brushes (name TEXT)');
        $pdo->prepare('INSERT INTO brushes VALUES (?)')->execute([$name]);

        return $pdo;
    }
}
