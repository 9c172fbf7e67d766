<?php

declare(strict_types=1);

namespace App\Bundles;

use App\Pictures\PictureFile;
use App\Pictures\PictureRefused;
use App\Pictures\PictureType;
use App\Pictures\SvgFile;
use App\Store\AtomicFile;
use App\Store\BlobStore;
use App\Store\Locks;
use App\Store\WholeFiles;
use Illuminate\Support\Facades\Storage;
use Illuminate\Support\Str;
use RuntimeException;
use Yarrowfog\Core\InvalidInput;

/** Files that somebody brings, laid down beside the library to be looked at: nothing of them is in it before it is taken. */
final readonly class Delivery
{
    public const BUNDLE = 'bundle';

    public const PICTURE = 'picture';

    /** Files that are looked at together. */
    private const MOST = 500;

    private const SIGN_OF_ZIP = "PK\x03\x04";

    private function __construct(public string $id, private string $folder)
    {
    }

    /**
     * @param  string  $id  a UUID that the page made
     *
     * @throws InvalidInput
     */
    public static function of(string $id): self
    {
        return new self($id, storage_path('yarrowfog/incoming/'.(Str::isUuid($id) ? strtolower($id) : throw new InvalidInput('delivery', 'What was brought is named by a UUID.'))));
    }

    /**
     * Lays a file down; what it is is told by its first bytes.
     *
     * @param  string  $path  where it lies now
     * @param  string  $name  what its painter calls it
     * @return array{place: int, name: string, kind: string}
     *
     * @throws InvalidInput where it is neither a bundle nor a picture
     */
    public function add(string $path, string $name): array
    {
        $first = (string) file_get_contents($path, false, null, 0, 4096);
        $kind = str_starts_with($first, self::SIGN_OF_ZIP) ? self::BUNDLE : self::PICTURE;
        if ($kind === self::PICTURE && ! SvgFile::is($first)) {
            self::lookAt($first);
        }
        if ($kind === self::PICTURE && (int) filesize($path) > PictureFile::MOST_BYTES) {
            throw new InvalidInput('file', sprintf('“%s” has %s MB. The largest picture that is opened has %d MB.', $name, number_format((int) filesize($path) / 1048576), PictureFile::MOST_BYTES / 1048576));
        }
        $files = $this->files();
        if (count($files) >= self::MOST) {
            throw new InvalidInput('file', 'These are more than '.self::MOST.' files. Bring the rest after them.');
        }
        if (! is_dir($this->folder) && ! @mkdir($this->folder, 0700, true) && ! is_dir($this->folder)) {
            throw new RuntimeException("The folder {$this->folder} cannot be made.");
        }
        $place = count($files) + 1;
        if (! @rename($path, $this->path($place)) && ! @copy($path, $this->path($place))) {
            throw new RuntimeException("{$this->path($place)} cannot be written.");
        }
        $files[] = ['place' => $place, 'name' => $name, 'kind' => $kind];
        AtomicFile::write("{$this->folder}/files.json", (string) json_encode($files, JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE));

        return ['place' => $place, 'name' => $name, 'kind' => $kind];
    }

    /** @throws InvalidInput where it begins like no picture */
    private static function lookAt(string $first): void
    {
        try {
            PictureType::of($first);
        } catch (PictureRefused $refused) {
            throw new InvalidInput('file', $first === '' ? $refused->getMessage() : 'This is neither a bundle of brushes nor a picture that Yarrowfog opens: PNG, JPEG, WebP, TIFF, BMP, GIF or SVG.');
        }
    }

    /** @return list<array{place: int, name: string, kind: string}> in the order in which they came */
    public function files(): array
    {
        $files = json_decode((string) @file_get_contents("{$this->folder}/files.json"), true);
        $out = [];
        foreach (is_array($files) ? $files : [] as $file) {
            if (is_array($file) && is_int($file['place'] ?? null) && is_string($file['name'] ?? null) && is_string($file['kind'] ?? null)) {
                $out[] = ['place' => $file['place'], 'name' => $file['name'], 'kind' => $file['kind']];
            }
        }

        return $out;
    }

    /** @return list<array{place: int, name: string, kind: string}> */
    public function pictures(): array
    {
        return array_values(array_filter($this->files(), fn (array $file): bool => $file['kind'] === self::PICTURE));
    }

    /** @throws InvalidInput with one sentence that says what is wrong with it */
    public function bundle(int $place): BundleReader
    {
        return new BundleReader(BundleFile::open($this->path($place)), $this->store());
    }

    public function bytes(int $place): string
    {
        return (string) @file_get_contents($this->path($place));
    }

    /** Where its pictures lie while they are looked at. */
    public function store(): BlobStore
    {
        return new BlobStore(new WholeFiles(Storage::build(['driver' => 'local', 'root' => "{$this->folder}/pictures"])), app(Locks::class));
    }

    public function isThere(): bool
    {
        return is_file("{$this->folder}/files.json");
    }

    public function remove(): void
    {
        Storage::build(['driver' => 'local', 'root' => dirname($this->folder)])->deleteDirectory(basename($this->folder));
    }

    private function path(int $place): string
    {
        return "{$this->folder}/{$place}.file";
    }
}
