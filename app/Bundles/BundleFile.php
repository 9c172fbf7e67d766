<?php

declare(strict_types=1);

namespace App\Bundles;

use App\Store\ZipReader;
use App\Store\ZipRefused;
use Yarrowfog\Core\Format\Bundle\Entry;
use Yarrowfog\Core\Format\Bundle\Manifest;
use Yarrowfog\Core\InvalidInput;

/**
 * A bundle on the disk, of which nothing is believed: where its files lie, how long they are and what is in them is checked before
 * anything of it is used.
 */
final class BundleFile
{
    /** Bytes of all that is in it. */
    public const MOST = 2 * 1024 * 1024 * 1024;

    private const MOST_MANIFEST = 8 * 1024 * 1024;

    /** Bytes of a file of words. */
    private const MOST_JSON = 4 * 1024 * 1024;

    public readonly Manifest $manifest;

    /** @var array<string, Entry> by place */
    private array $entries = [];

    /** @var array<string, true> places whose bytes were found to be what was packed */
    private array $looked = [];

    private function __construct(private readonly ZipReader $zip)
    {
        if (! isset($zip->sizes[Manifest::FILE])) {
            throw new ZipRefused('It is no bundle of brushes: it holds no bundle.json.');
        }
        $this->manifest = Manifest::read($zip->get(Manifest::FILE, self::MOST_MANIFEST));
        $bytes = 0;
        foreach ($this->manifest->entries as $entry) {
            $bytes += $entry->bytes;
            match (true) {
                isset($this->entries[$entry->path]) => throw self::damaged("it lists “{$entry->path}” twice."),
                ! isset($zip->sizes[$entry->path]) => throw self::damaged("its “{$entry->path}” is missing."),
                $zip->sizes[$entry->path] !== $entry->bytes => throw self::damaged("its “{$entry->path}” is not as long as it says."),
                default => $this->entries[$entry->path] = $entry,
            };
        }
        if ($bytes > self::MOST) {
            throw new ZipRefused(sprintf('What it holds has %s MB, unpacked. The most that is opened is %s MB.', number_format($bytes / 1048576), number_format(self::MOST >> 20)));
        }
        $more = array_diff_key($zip->sizes, $this->entries, [Manifest::FILE => 0]);
        if ($more !== []) {
            throw new ZipRefused('“'.array_key_first($more).'” lies in it and is not listed in it.');
        }
    }

    /** @throws InvalidInput with a sentence that says what is wrong */
    public static function open(string $path): self
    {
        try {
            return new self(ZipReader::open($path, Manifest::MOST_ENTRIES + 1, fn (string $name): bool => $name === Manifest::FILE || Entry::isPath($name)));
        } catch (ZipRefused $e) {
            throw self::refused($e->getMessage());
        }
    }

    /**
     * A file of the bundle, just as it was packed.
     *
     * @throws InvalidInput
     */
    public function get(string $path): string
    {
        $entry = $this->entries[$path] ?? throw self::damaged("its “{$path}” is missing.");
        try {
            $bytes = $this->zip->get($path, $entry->bytes);
        } catch (ZipRefused $e) {
            throw self::refused($e->getMessage());
        }

        if (! isset($this->looked[$path]) && hash('sha256', $bytes) !== $entry->hash) {
            throw self::damaged("its “{$path}” is not what was packed.");
        }
        $this->looked[$path] = true;

        return $bytes;
    }

    /**
     * Looks at all that was not looked at yet.
     *
     * @throws InvalidInput
     */
    public function look(): void
    {
        foreach (array_keys(array_diff_key($this->entries, $this->looked)) as $path) {
            $this->get($path);
        }
    }

    /** A file of words. */
    public function json(string $path): string
    {
        if (($this->entries[$path]->bytes ?? 0) > self::MOST_JSON) {
            throw self::refused("Its “{$path}” has more words than anything in a bundle needs.");
        }

        return $this->get($path);
    }

    public function hash(string $path): string
    {
        return ($this->entries[$path] ?? throw self::damaged("its “{$path}” is missing."))->hash;
    }

    public function has(string $path): bool
    {
        return isset($this->entries[$path]);
    }

    public static function damaged(string $what): InvalidInput
    {
        return new InvalidInput('file', "This bundle is damaged: {$what} Nothing was taken from it. Ask for it once more, or send it again from where it was made.");
    }

    public static function refused(string $what): InvalidInput
    {
        return new InvalidInput('file', "This file is not taken as a bundle. {$what} Nothing was taken from it.");
    }
}
