<?php

declare(strict_types=1);

namespace App\Store;

use RuntimeException;

/** Lets one process of this machine at a time do something about a thing. */
final readonly class Locks
{
    public function __construct(private string $folder)
    {
    }

    /**
     * @template T
     *
     * @param  string  $thing  whatever it is; different things seldom wait for each other
     * @param  callable(): T  $do
     * @return T
     *
     * @throws RuntimeException when the disk does not take the lock
     */
    public function alone(string $thing, callable $do): mixed
    {
        // So many locks for all things that their files can stay, and that what takes long seldom holds up something else.
        $path = "{$this->folder}/".substr(hash('sha256', $thing), 0, 3).'.lock';
        @mkdir($this->folder, 0775, true);
        $lock = @fopen($path, 'c');
        if ($lock === false || ! flock($lock, LOCK_EX)) {
            throw new RuntimeException("The lock {$path} cannot be had.");
        }
        try {
            return $do();
        } finally {
            fclose($lock);
        }
    }
}
