<?php

declare(strict_types=1);

namespace App\Bundles;

use App\Models\StoredPicture;
use App\Models\StrokeTextures;
use App\Pictures\DeepGrey;
use App\Pictures\Picture;
use App\Pictures\PictureRefused;
use App\Pictures\PictureType;
use App\Pictures\StrangerFile;
use App\Pictures\SvgFile;
use App\Store\BlobStore;
use Yarrowfog\Core\Format\Bundle\BundledBrush;
use Yarrowfog\Core\Format\Bundle\BundledMaker;
use Yarrowfog\Core\Format\Bundle\BundledOrigin;
use Yarrowfog\Core\Format\Bundle\BundledTip;
use Yarrowfog\Core\Format\Bundle\BundledTooth;
use Yarrowfog\Core\Format\Bundle\BundledVersion;
use Yarrowfog\Core\Format\InkMl\InkMlReader;
use Yarrowfog\Core\InvalidInput;

/** Reads what is in a bundle, and checks that each thing is what it is said to be. */
final class BundleReader
{
    /** Pictures, their bytes and their px that are decoded by one process. */
    private const AT_ONCE = 100;

    private const BYTES_AT_ONCE = 32 * 1024 * 1024;

    private const PIXELS_AT_ONCE = 40000000;

    /** @var array<int, BundledBrush> */
    private array $brushes = [];

    /** @var array<string, array{int, int}> sizes in px of pictures that could be decoded, by their hashes */
    private array $decoded = [];

    /** @var array<string, BundledMaker> by their places */
    private array $makers = [];

    /** @var array<string, string> hashes of the heights of teeth, by their places */
    private array $teeth = [];

    /** @param  BlobStore|null  $seen  where pictures lie that were decoded when they were looked at */
    public function __construct(public readonly BundleFile $file, private readonly ?BlobStore $seen = null)
    {
    }

    public function count(): int
    {
        return count($this->file->manifest->brushes);
    }

    /** @throws InvalidInput with one sentence that says what is wrong */
    public function brush(int $place): BundledBrush
    {
        if (isset($this->brushes[$place])) {
            return $this->brushes[$place];
        }
        $path = $this->file->manifest->brushes[$place] ?? throw BundleFile::damaged('a brush that it names is missing.');
        try {
            $brush = BundledBrush::read($this->file->json($path));
        } catch (InvalidInput $e) {
            throw new InvalidInput('file', "“{$path}” in this bundle cannot be read: {$e->getMessage()} Nothing was taken from it.");
        }
        foreach ($brush->paths() as $named) {
            if (! $this->file->has($named)) {
                throw BundleFile::damaged("“{$brush->name}” needs its “{$named}”, which is missing.");
            }
        }

        return $this->brushes[$place] = $brush;
    }

    /** @return array<int, BundledBrush> */
    public function brushes(): array
    {
        return array_map($this->brush(...), array_keys($this->file->manifest->brushes));
    }

    /** @throws InvalidInput */
    public function maker(string $path): BundledMaker
    {
        return $this->makers[$path] ??= BundledMaker::read($this->file->json($path));
    }

    /** @throws InvalidInput */
    public function origin(string $path): BundledOrigin
    {
        return BundledOrigin::read($this->file->json($path));
    }

    /**
     * All that a brush paints with, kept in a store: its pictures are decoded first, each once.
     *
     * @throws InvalidInput|PictureRefused
     */
    public function textures(BundledVersion $version, ?BlobStore $into): StrokeTextures
    {
        return new StrokeTextures(
            $this->frames($version->tip, $into),
            $version->bite === null ? null : $this->frames($version->bite, $into)[0],
            $version->tooth === null ? null : new StoredPicture($this->tooth($version->tooth, $into), $version->tooth->side, $version->tooth->side),
        );
    }

    /**
     * The same by hashes alone: nothing is decoded or kept.
     *
     * @return array{kind: string, frames: list<string>, bite: list<string>, tooth: string|null}
     */
    public function hashes(BundledVersion $version): array
    {
        return [
            'kind' => $version->tip->kind->value,
            'frames' => array_map($this->file->hash(...), array_column($version->tip->frames, 'path')),
            'bite' => array_map($this->file->hash(...), array_column($version->bite->frames ?? [], 'path')),
            'tooth' => $version->tooth === null ? null : $this->tooth($version->tooth, null),
        ];
    }

    /**
     * The pictures of a tip, each decoded once.
     *
     * @param  BlobStore|null  $into  null where nothing is to be kept
     * @return non-empty-list<StoredPicture>
     *
     * @throws InvalidInput|PictureRefused
     */
    public function frames(BundledTip $tip, ?BlobStore $into): array
    {
        return array_map(function (array $frame) use ($tip, $into): StoredPicture {
            $hash = $this->frame($frame);
            if ($into !== null && ! $into->has($hash)) {
                $into->put($this->file->get($frame['path']));
            }

            return new StoredPicture($hash, $frame['width'], $frame['height'], $tip->kind);
        }, $tip->frames);
    }

    /**
     * One picture of a tip, decoded where that was not done before.
     *
     * @param  array{path: string, width: int, height: int}  $frame
     * @return string its hash
     */
    private function frame(array $frame): string
    {
        $hash = $this->file->hash($frame['path']);
        if (! isset($this->decoded[$hash]) && $this->seen !== null && $this->seen->has($hash)) {
            // Decoded before, and still the same bytes: its size is read from its head.
            $size = @getimagesize($this->seen->file($hash));
            if ($size !== false) {
                $this->decoded[$hash] = [$size[0], $size[1]];
            }
        }
        if (! isset($this->decoded[$hash])) {
            $png = $this->file->get($frame['path']);
            $picture = PictureType::of($png) === PictureType::Png ? StrangerFile::look($png) : throw BundleFile::refused("Its “{$frame['path']}” is no PNG.");
            $this->decoded[$hash] = [$picture->width, $picture->height];
        }
        if ($this->decoded[$hash] !== [$frame['width'], $frame['height']]) {
            throw BundleFile::damaged("its “{$frame['path']}” is not as large as it says.");
        }

        return $hash;
    }

    /** All pictures of brushes, many by one process; what cannot be decoded is told when it is asked for. */
    private function decodeAll(): void
    {
        $pictures = [];
        $bytes = $pixels = 0;
        foreach ($this->undecoded() as $path) {
            $png = isset($pictures[$path]) ? '' : $this->file->get($path);
            if (! str_starts_with($png, PictureType::PNG)) {
                continue;
            }
            $size = @getimagesizefromstring($png);
            $pictures[$path] = $png;
            $bytes += strlen($png);
            $pixels += $size === false ? 0 : $size[0] * $size[1];
            if (count($pictures) >= self::AT_ONCE || $bytes > self::BYTES_AT_ONCE || $pixels > self::PIXELS_AT_ONCE) {
                $this->decode($pictures);
                $pictures = [];
                $bytes = $pixels = 0;
            }
        }
        $this->decode($pictures);
    }

    /** @param  array<string, string>  $pictures  PNGs by their places */
    private function decode(array $pictures): void
    {
        foreach (StrangerFile::lookAtAll($pictures) as $path => $picture) {
            if ($picture instanceof Picture) {
                $this->decoded[$this->file->hash($path)] = [$picture->width, $picture->height];
            }
        }
    }

    /** @return iterable<string> places of pictures of brushes */
    private function undecoded(): iterable
    {
        foreach ($this->brushes() as $brush) {
            foreach ([$brush->now, ...$brush->versions] as $version) {
                foreach ([...$version->tip->frames, ...$version->bite->frames ?? []] as ['path' => $path]) {
                    $hash = $this->file->hash($path);
                    if (! isset($this->decoded[$hash]) && $this->seen?->has($hash) !== true) {
                        yield $path;
                    }
                }
            }
        }
    }

    /**
     * The heights of a tooth.
     *
     * @return string their hash
     */
    public function tooth(BundledTooth $tooth, ?BlobStore $into): string
    {
        $known = $this->teeth[$tooth->path] ?? null;
        if ($known !== null && ($into === null || $into->has($known))) {
            return $known;
        }
        [$width, $height, $heights] = DeepGrey::read($this->file->get($tooth->path));
        if ($width !== $tooth->side || $height !== $tooth->side) {
            throw BundleFile::damaged("its “{$tooth->path}” is {$width} × {$height} px and not as it says.");
        }

        return $this->teeth[$tooth->path] = $into === null ? hash('sha256', $heights) : $into->put($heights);
    }

    /**
     * Any other picture.
     *
     * @return string its hash
     */
    public function picture(string $path, ?BlobStore $into): string
    {
        $hash = $this->file->hash($path);
        if (isset($this->decoded[$hash]) && ($into === null || $into->has($hash))) {
            return $hash;
        }
        $bytes = $this->file->get($path);
        if (! isset($this->decoded[$hash]) && ! SvgFile::is($bytes)) {
            StrangerFile::look($bytes);
        }
        $this->decoded[$hash] = [0, 0];

        return $into === null ? $hash : $into->put($bytes);
    }

    /**
     * Everything, as deep as it goes: what passes this can be taken.
     *
     * @param  BlobStore|null  $into  where the pictures are kept that are needed to take it; null where none is to be
     *
     * @throws InvalidInput|PictureRefused with one sentence that says what is wrong
     */
    public function check(?BlobStore $into = null): void
    {
        $this->decodeAll();
        foreach ($this->brushes() as $brush) {
            foreach ([$brush->now, ...$brush->versions] as $version) {
                $this->textures($version, $into);
            }
            $this->checkMaker($brush->maker, $into);
            if ($brush->picture !== null) {
                $this->picture($brush->picture, $into);
            }
            foreach ($brush->now->tip->from === null ? [] : $this->origin($brush->now->tip->from)->sources as $source) {
                $this->picture($source['path'], $into);
            }
        }
        foreach ($this->file->manifest->sets as $set) {
            $this->checkMaker($set->maker, $into);
        }
        $this->checkMaker($this->file->manifest->maker, $into);
        foreach ($this->file->manifest->recordings as $recording) {
            InkMlReader::read($this->file->json($recording['path']));
        }
        $this->file->look();
    }

    private function checkMaker(?string $path, ?BlobStore $into): void
    {
        $maker = $path === null ? null : $this->maker($path);
        foreach (array_filter([$maker?->mark, $maker?->signature], is_string(...)) as $picture) {
            $this->picture($picture, $into);
        }
    }
}
