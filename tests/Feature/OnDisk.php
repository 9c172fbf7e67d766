<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Copies\LibraryHash;
use Illuminate\Contracts\Console\Kernel;
use Illuminate\Support\Facades\DB;
use Symfony\Component\Process\Process;

/** Feature tests whose library lies on the disk, as where painters work, so that other processes can open it. */
trait OnDisk
{
    private string $database;

    protected function setUp(): void
    {
        parent::setUp();
        $this->database = "{$this->folder}/yarrowfog.sqlite";
        touch($this->database);
        config(['database.connections.sqlite.database' => $this->database]);
        DB::purge();
        app(Kernel::class)->call('migrate', ['--force' => true]);
    }

    /** Of all that is in the library. */
    private function hash(): string
    {
        return LibraryHash::of($this->database);
    }

    /**
     * A command of Yarrowfog on this library, not yet begun.
     *
     * @param  string  $limits  what the shell says before it
     */
    private function command(array $words, string $limits = ''): Process
    {
        return new Process(['bash', '-c', "{$limits} exec \"\$@\"", 'command', PHP_BINARY, base_path('bin/yarrowfog.php'), ...$words, '--library', $this->folder], env: ['APP_KEY' => config('app.key'), 'YARROWFOG_STORAGE' => false, 'DB_DATABASE' => false]);
    }
}
