<?php

declare(strict_types=1);

namespace App\Painting;

use App\Models\Change;
use App\Models\Layer;
use App\Models\Sheet;
use App\Models\StoredPicture;
use App\Pictures\PictureFile;
use App\Pictures\PictureRefused;
use App\Pictures\StrangerFile;
use App\Store\BlobStore;
use App\Store\Scratch;
use App\Work\CalledOff;
use App\Work\Progress;
use Illuminate\Support\Facades\DB;
use Yarrowfog\Core\Format\OpenRaster\RasterLayer;
use Yarrowfog\Core\Format\OpenRaster\RasterStack;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Tip\TipKind;
use ZipArchive;

/** Sheets as OpenRaster files, which many painting programs read and write (freedesktop.org, Baseline Intent 0.0.5). */
final readonly class OpenRasterFile
{
    public const MIME = 'image/openraster';

    /** px of the longer side of the small picture that a file carries. */
    private const THUMBNAIL = 256;

    /** Bytes of one picture in a file, as it is unpacked. */
    private const MOST_BYTES = 100 * 1024 * 1024;

    public function __construct(private TileStore $tiles, private SheetPicture $pictures, private PictureLayers $layers, private BlobStore $kept)
    {
    }

    /** @throws CalledOff */
    public function write(Sheet $sheet, ?Progress $progress = null): string
    {
        $entries = [];
        $layers = [];
        $all = $sheet->layers()->get();
        foreach ($all as $number => $layer) {
            $progress?->tell(0.6 * $number / $all->count(), "packing the layer “{$layer->name}”");
            $area = $this->areaOf($sheet, $layer);
            $source = "data/layer{$number}.png";
            $entries[$source] = $this->pictures->layer($sheet, $layer, $area);
            $layers[] = new RasterLayer($layer->name, $source, $area->x, $area->y, $layer->opacity, $layer->is_hidden, $layer->blend_mode, $layer->is_clipped, $layer->is_locked, $layer->keeps_alpha);
        }
        $progress?->tell(0.6, 'laying the layers over one another');
        $merged = $this->pictures->png($sheet, false);
        $progress?->tell(0.95, 'writing the file');
        $small = PictureFile::read($merged, self::THUMBNAIL)->bitmap();
        // Its type comes first and unpacked, so that it can be told from the first bytes of the file.
        $entries = [
            'mimetype' => self::MIME,
            'stack.xml' => (new RasterStack($sheet->width, $sheet->height, $layers, $sheet->dpi))->toXml(),
            ...$entries,
            'mergedimage.png' => $merged,
            'Thumbnails/thumbnail.png' => PictureFile::png($small),
        ];

        return Scratch::file(function (string $path) use ($entries): string {
            $zip = new ZipArchive;
            $zip->open($path, ZipArchive::CREATE | ZipArchive::OVERWRITE);
            foreach ($entries as $name => $bytes) {
                $zip->addFromString($name, $bytes);
                $zip->setCompressionName($name, $name === 'mimetype' || str_ends_with($name, '.png') ? ZipArchive::CM_STORE : ZipArchive::CM_DEFLATE);
                $zip->setMtimeName($name, 315532800);
            }
            $zip->close();

            return (string) file_get_contents($path);
        });
    }

    /**
     * A new sheet of what a file holds.
     *
     * @param  string  $name  of the sheet
     * @return array{Sheet, list<string>} and what is shown otherwise than the file says
     *
     * @throws InvalidInput|PictureRefused with one sentence that says what is wrong
     */
    public function read(string $bytes, string $name): array
    {
        return Scratch::file(function (string $path) use ($bytes, $name): array {
            file_put_contents($path, $bytes);
            $zip = new ZipArchive;
            if ($zip->open($path, ZipArchive::RDONLY) !== true) {
                throw new InvalidInput('file', 'This is no OpenRaster file, or it is damaged: it cannot be opened as one.');
            }
            try {
                return $this->take($zip, $name);
            } finally {
                $zip->close();
            }
        });
    }

    /** @return array{Sheet, list<string>} */
    private function take(ZipArchive $zip, string $name): array
    {
        if (trim($this->entry($zip, 'mimetype')) !== self::MIME) {
            throw new InvalidInput('file', 'This is no OpenRaster file: it does not say that it is one.');
        }
        $stack = RasterStack::read($this->entry($zip, 'stack.xml'));
        if ($stack->layers === []) {
            throw new InvalidInput('file', 'This OpenRaster file holds no layers.');
        }
        if (max($stack->width, $stack->height) > Sheet::LARGEST) {
            throw new InvalidInput('file', sprintf('This picture is %s × %s px. A sheet has %s px a side at most.', number_format($stack->width), number_format($stack->height), number_format(Sheet::LARGEST)));
        }
        $notes = $stack->notes;
        $pictures = [];
        foreach ($stack->layers as $i => $layer) {
            if ($layer->source === '') {
                continue;
            }
            if (str_contains($layer->source, '..') || preg_match('#^[/\\\\]|:|\x00#', $layer->source) === 1) {
                throw new InvalidInput('file', "The layer “{$layer->name}” names a picture outside of its file. Nothing was taken from it.");
            }
            $png = $this->entry($zip, $layer->source);
            $picture = StrangerFile::look($png);
            $pictures[$i] = new StoredPicture($this->kept->put($png), $picture->width, $picture->height, TipKind::OwnColours);
        }

        return [$this->make($stack, $pictures, $name), $notes];
    }

    /** @param  array<int, StoredPicture>  $pictures  of the layers that hold any */
    private function make(RasterStack $stack, array $pictures, string $name): Sheet
    {
        return DB::connection()->transaction(function () use ($stack, $pictures, $name): Sheet {
            $sheet = Sheet::query()->create(['name' => $name, 'width' => $stack->width, 'height' => $stack->height, 'purpose' => Sheet::TO_PAINT, 'paper' => '#fbfbf9', 'dpi' => max(Sheet::DPI[0], min(Sheet::DPI[1], $stack->dpi ?? 300))]);
            foreach ($stack->layers as $i => $layer) {
                $made = Layer::query()->create([
                    'sheet_id' => $sheet->id,
                    'position' => $i,
                    'name' => $layer->name,
                    'is_hidden' => $layer->isHidden,
                    'opacity' => $layer->opacity,
                    'blend_mode' => $layer->mode,
                    'is_locked' => $layer->isLocked,
                    'keeps_alpha' => $layer->keepsAlpha,
                    'is_clipped' => $layer->isClipped,
                ]);
                if (isset($pictures[$i])) {
                    $this->layers->fill($sheet, $made, $pictures[$i], $layer->x, $layer->y);
                }
            }

            // A sheet as it was opened is where its history begins.
            Change::query()->where('sheet_id', $sheet->id)->delete();

            return $sheet;
        });
    }

    /**
     * One entry of an archive, unpacked.
     *
     * @throws InvalidInput where it is not there, or too large
     */
    private function entry(ZipArchive $zip, string $name): string
    {
        $stat = $zip->statName($name);
        if ($stat === false) {
            throw new InvalidInput('file', "This OpenRaster file is damaged: its “{$name}” is missing.");
        }
        if ($stat['size'] > self::MOST_BYTES) {
            throw new InvalidInput('file', "The “{$name}” of this OpenRaster file has ".number_format($stat['size'] / 1048576).' MB. The most that is opened is '.(self::MOST_BYTES >> 20).' MB.');
        }
        // What the archive says of its size may be untrue: no more is unpacked than it may have.
        $bytes = $zip->getFromName($name, self::MOST_BYTES);

        return is_string($bytes) ? $bytes : throw new InvalidInput('file', "This OpenRaster file is damaged: its “{$name}” cannot be unpacked.");
    }

    /** Around all tiles with paint; one px where there is none, since a picture has one at least. */
    private function areaOf(Sheet $sheet, Layer $layer): Rect
    {
        $area = Rect::around($sheet->areasOf($this->tiles->paintedPlaces($layer->id)));

        return $area->isEmpty() ? new Rect(0, 0, 1, 1) : $area;
    }
}
