<?php

declare(strict_types=1);

namespace App\Store;

use Illuminate\Contracts\Config\Repository;
use Illuminate\Database\DatabaseManager;

/**
 * The library as a process has it open that goes on after its request. What others change in it is
 * seen; but where its file was replaced, as by a backup that was put back, the old one would still be read.
 */
final class Library
{
    private ?string $opened = null;

    public function __construct(private readonly DatabaseManager $databases, private readonly Repository $config, private readonly Epoch $epoch, private readonly ProcessCache $memory)
    {
    }

    /** Opens it anew if its file is another than before. */
    public function refresh(): void
    {
        $path = $this->config->get('database.connections.sqlite.database');
        clearstatcache();
        $stat = is_string($path) ? @stat($path) : false;
        $file = $stat === false ? null : "{$stat['dev']} {$stat['ino']} {$this->epoch->current()}";
        if ($file === null || $file !== $this->opened) {
            $this->databases->purge();
            $this->memory->empty();
        }
        $this->opened = $file;
    }
}
