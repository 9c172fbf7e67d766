<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\Layer;
use App\Models\Sheet;
use App\Painting\OpenRasterFile;
use App\Painting\SheetPicture;
use App\Painting\SheetView;
use App\Pictures\PictureFile;
use App\Store\Scratch;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Imagick;
use PHPUnit\Framework\Attributes\DataProvider;
use Throwable;
use Yarrowfog\Core\Format\OpenRaster\RasterStack;
use Yarrowfog\Core\Raster\Bitmap;
use ZipArchive;

/** Sheets as OpenRaster files: out, in, and what others wrote or an attacker made. */
final class OpenRasterTest extends FeatureTestCase
{
    public function test_a_sheet_that_goes_out_and_comes_in_again_is_the_same_stack_and_the_same_pixels(): void
    {
        $sheet = $this->painted();
        $bytes = $this->file()->write($sheet);
        // Its type stands unpacked at the very beginning (the specification's “magic”).
        self::assertSame('mimetype'.OpenRasterFile::MIME, substr($bytes, 30, 8 + strlen(OpenRasterFile::MIME)));
        [$opened, $notes] = $this->file()->read($bytes, 'Opened');
        self::assertSame([], $notes);
        $stack = fn (Sheet $of): array => array_map(fn (array $layer): array => array_diff_key($layer, ['id' => 0, 'isPicture' => 0]), app(SheetView::class)->layers($of));
        self::assertEquals($stack($sheet), $stack($opened));
        self::assertSame(app(SheetPicture::class)->png($sheet, false, true), app(SheetPicture::class)->png($opened, false, true), 'all bits');
        self::assertNull(app(SheetView::class)->words($opened)['undo']);
        [$again] = $this->file()->read($this->file()->write($opened), 'Again');
        self::assertEquals($stack($sheet), $stack($again));
        self::assertSame(app(SheetPicture::class)->png($sheet, true, true), app(SheetPicture::class)->png($again, true, true));
        // What came in can be painted on.
        $brush = $this->brush();
        $this->postJson("/sheets/{$opened->id}/pen/strokes", ['stroke' => (string) Str::uuid(), 'brush' => $brush->id, 'roll' => 1, 'layer' => $opened->layer()->id, 'samples' => [[0, 50, 50, 1]]])->assertOk();
    }

    /** ImageMagick, which knows the format, sees in its merged picture what the sheet shows. */
    public function test_the_file_holds_what_the_specification_asks_for(): void
    {
        $sheet = $this->painted();
        [$names, $entries] = self::entries($this->file()->write($sheet));
        self::assertSame(['mimetype', 'stack.xml', 'data/layer0.png', 'data/layer1.png', 'data/layer2.png', 'mergedimage.png', 'Thumbnails/thumbnail.png'], $names);
        $merged = new Imagick;
        $merged->readImageBlob($entries['mergedimage.png']);
        self::assertSame([300, 200], [$merged->getImageWidth(), $merged->getImageHeight()]);
        self::assertSame($entries['mergedimage.png'], app(SheetPicture::class)->png($sheet, false));
        $thumb = getimagesizefromstring($entries['Thumbnails/thumbnail.png']);
        self::assertSame(256, $thumb === false ? 0 : max($thumb[0], $thumb[1]));
        $xml = simplexml_load_string($entries['stack.xml']);
        self::assertNotFalse($xml);
        self::assertSame(['300', '200', '0.0.5'], [(string) $xml['w'], (string) $xml['h'], (string) $xml['version']]);
        $layers = [];
        foreach ($xml->stack->layer as $layer) {
            $layers[] = [(string) $layer['name'], (string) $layer['composite-op'], (string) $layer['opacity'], (string) $layer['visibility']];
        }
        self::assertSame([['Top', 'svg:soft-light', '0.5', 'hidden'], ['Over', 'svg:src-atop', '1', 'visible'], ['Paint', 'svg:src-over', '0.8', 'visible']], $layers);
    }

    /** What another program wrote: groups, offsets, an operator that is not known here, and one picture for two layers. */
    public function test_what_others_wrote_is_opened_and_said_where_it_is_shown_otherwise(): void
    {
        $red = PictureFile::png(Bitmap::ofColour(20, 10, 0xC02020FF));
        $blue = PictureFile::png(Bitmap::ofColour(30, 30, 0x2020C0FF));
        $bytes = self::archive([
            'mimetype' => OpenRasterFile::MIME,
            'stack.xml' => '<?xml version="1.0"?><image w="100" h="80"><stack><layer name="Dots" src="data/a.png" x="60" y="40" composite-op="svg:plus"/><stack x="10" y="5" opacity="0.5" visibility="hidden" name="Group"><layer src="data/a.png" x="3" y="2" opacity="0.5"/></stack><layer name="Ground" src="data/b.png" x="-10" composite-op="svg:multiply"/></stack></image>',
            'data/a.png' => $red,
            'data/b.png' => $blue,
        ]);
        [$sheet, $notes] = $this->file()->read($bytes, 'Of others');
        self::assertSame(['The operator “svg:plus” of the layer “Dots” is not known here: it is shown as normal.', 'Groups are opened into their place.'], $notes);
        $layers = $sheet->layers()->get();
        self::assertSame(['Ground', 'Layer', 'Dots'], $layers->pluck('name')->all());
        self::assertSame(['multiply', 'normal', 'normal'], $layers->map(fn (Layer $l): string => $l->blend_mode->value)->all());
        self::assertSame([1.0, 0.25, 1.0], $layers->pluck('opacity')->all());
        self::assertSame([false, true, false], $layers->pluck('is_hidden')->all());
        $picture = PictureFile::read(app(SheetPicture::class)->png($sheet, false))->bitmap();
        self::assertSame([0x2020C0FF, 0, 0xC02020FF, 0, 0xC02020FF], [$picture->at(19, 29), $picture->at(20, 29), $picture->at(60, 40), $picture->at(59, 40), $picture->at(79, 49)]);
        $alone = PictureFile::read(app(SheetPicture::class)->png($sheet, false, false, $layers[1]))->bitmap();
        self::assertSame([0, 0xC02020FF], [$alone->at(12, 7), $alone->at(13, 7)]);
    }

    /** @return array<string, array{array<string, string>|string, string}> */
    public static function wrong(): array
    {
        $png = PictureFile::png(Bitmap::ofColour(4, 4, 0xFF0000FF));
        $stack = fn (string $layers, string $size = 'w="10" h="10"'): string => "<image {$size}><stack>{$layers}</stack></image>";
        $with = fn (string $xml, array $more = []): array => ['mimetype' => OpenRasterFile::MIME, 'stack.xml' => $xml, ...$more];

        return [
            'no archive' => ['some text', 'This is no OpenRaster file, or it is damaged: it cannot be opened as one.'],
            'nothing' => ['', 'This is no OpenRaster file, or it is damaged: it cannot be opened as one.'],
            'another archive' => [['mimetype' => 'application/epub+zip', 'stack.xml' => ''], 'This is no OpenRaster file: it does not say that it is one.'],
            'no type' => [['stack.xml' => $stack('')], 'This OpenRaster file is damaged: its “mimetype” is missing.'],
            'no stack' => [['mimetype' => OpenRasterFile::MIME], 'This OpenRaster file is damaged: its “stack.xml” is missing.'],
            'damaged stack' => [$with('<image w="1"'), 'The stack of this OpenRaster file is damaged: its stack.xml cannot be read.'],
            'entities' => [$with('<!DOCTYPE image [<!ENTITY x SYSTEM "file:///etc/passwd">]><image w="1" h="1"><stack>&x;</stack></image>'), 'The stack of this OpenRaster file is too long, or declares a document type or entities, which are not followed here.'],
            'no layers' => [$with($stack('')), 'This OpenRaster file holds no layers.'],
            'no size' => [$with($stack('<layer src="a.png"/>', 'w="0" h="many"')), 'The stack of this OpenRaster file does not say how large the picture is.'],
            'too large' => [$with($stack('<layer src="a.png"/>', 'w="60000" h="100"')), 'This picture is 60,000 × 100 px. A sheet has 6,000 px a side at most.'],
            'a missing picture' => [$with($stack('<layer name="Ink" src="data/gone.png"/>')), 'This OpenRaster file is damaged: its “data/gone.png” is missing.'],
            'a path outside' => [$with($stack('<layer name="Ink" src="../../../etc/passwd"/>')), 'The layer “Ink” names a picture outside of its file. Nothing was taken from it.'],
            'an absolute path' => [$with($stack('<layer name="Ink" src="/etc/passwd"/>')), 'The layer “Ink” names a picture outside of its file. Nothing was taken from it.'],
            'an address' => [$with($stack('<layer name="Ink" src="php://input"/>')), 'The layer “Ink” names a picture outside of its file. Nothing was taken from it.'],
            'no picture' => [$with($stack('<layer src="a.png"/>'), ['a.png' => 'not a picture']), 'This is not a picture that Yarrowfog opens.'],
            'a huge picture' => [$with($stack('<layer src="a.png"/>'), ['a.png' => substr_replace($png, pack('NN', 200000, 200000), 16, 8)]), 'megapixels'],
            'three thousand layers' => [$with($stack(str_repeat('<layer src="a.png"/>', 3000)), ['a.png' => $png]), 'This OpenRaster file holds 3,000 layers. The most that is opened is 100.'],
            'stacks without end' => [$with($stack(str_repeat('<stack>', 300).str_repeat('</stack>', 300))), ''],
            'a bomb' => [$with($stack('<layer src="a.png"/>'), ['a.png' => str_repeat("\0", 130 * 1024 * 1024)]), 'The “a.png” of this OpenRaster file has 130 MB. The most that is opened is 100 MB.'],
        ];
    }

    /** @param  array<string, string>|string  $entries */
    #[DataProvider('wrong')]
    public function test_what_is_wrong_is_said_in_a_sentence_and_nothing_is_made(array|string $entries, string $sentence): void
    {
        try {
            $this->file()->read(is_string($entries) ? $entries : self::archive($entries), 'Wrong');
            self::fail('It was opened.');
        } catch (Throwable $e) {
            self::assertStringContainsString($sentence, $e->getMessage());
            self::assertStringEndsWith('.', $e->getMessage());
        }
        self::assertSame(0, DB::table('sheets')->count());
        self::assertSame([], glob(sys_get_temp_dir().'/yarrowfog-'.getmypid().'-*') ?: [], 'no file is left behind');
    }

    public function test_a_stack_is_written_as_it_is_read(): void
    {
        $stack = RasterStack::read('<image w="30" h="20" xres="300"><stack><layer name="&lt;Ink&gt; &amp; “line”" src="a.png" x="-3" y="7" opacity="0.333333" composite-op="svg:color-burn" edit-locked="true"/></stack></image>');
        self::assertEquals($stack, RasterStack::read($stack->toXml()));
        self::assertSame(['<Ink> & “line”', -3, 7, true], [$stack->layers[0]->name, $stack->layers[0]->x, $stack->layers[0]->y, $stack->layers[0]->isLocked]);
        self::assertSame(300, $stack->dpi);
    }

    private function file(): OpenRasterFile
    {
        return app(OpenRasterFile::class);
    }

    /** Three layers: one at part of its opacity, one clipped to it, a hidden one that blends. */
    private function painted(): Sheet
    {
        $sheet = Sheet::blank('Out', 300, 200);
        $sheet->layer()->update(['opacity' => 0.8]);
        $brush = $this->brush(['size' => ['base' => 60], 'opacity' => ['base' => 0.37]]);
        $over = Layer::query()->create(['sheet_id' => $sheet->id, 'position' => 1, 'name' => 'Over', 'is_clipped' => true, 'is_locked' => false, 'keeps_alpha' => true]);
        $top = Layer::query()->create(['sheet_id' => $sheet->id, 'position' => 2, 'name' => 'Top', 'opacity' => 0.5, 'blend_mode' => 'soft-light']);
        foreach ([[$sheet->layer(), '#3c78b4', 60], [$over, '#c86432', 90], [$top, '#206030', 120]] as [$layer, $ink, $y]) {
            $layer->update(['keeps_alpha' => false]);
            $this->postJson("/sheets/{$sheet->id}/pen/strokes", ['stroke' => (string) Str::uuid(), 'brush' => $brush->id, 'roll' => 1, 'layer' => $layer->id, 'inks' => ['main' => $ink, 'second' => $ink], 'samples' => [[0, 40, $y, 0.8], [50, 260, $y + 30, 0.4]]])->assertOk();
        }
        $over->update(['keeps_alpha' => true]);
        $top->update(['is_hidden' => true]);

        return $sheet;
    }

    /** @param  array<string, string>  $entries */
    private static function archive(array $entries): string
    {
        return Scratch::file(function (string $path) use ($entries): string {
            $zip = new ZipArchive;
            $zip->open($path, ZipArchive::CREATE | ZipArchive::OVERWRITE);
            foreach ($entries as $name => $bytes) {
                $zip->addFromString($name, $bytes);
            }
            $zip->close();

            return (string) file_get_contents($path);
        });
    }

    /** @return array{list<string>, array<string, string>} */
    private static function entries(string $bytes): array
    {
        return Scratch::file(function (string $path) use ($bytes): array {
            file_put_contents($path, $bytes);
            $zip = new ZipArchive;
            $zip->open($path, ZipArchive::RDONLY);
            $names = [];
            $entries = [];
            for ($i = 0; $i < $zip->numFiles; $i++) {
                $names[] = (string) $zip->getNameIndex($i);
                $entries[(string) $zip->getNameIndex($i)] = (string) $zip->getFromIndex($i);
            }
            $zip->close();

            return [$names, $entries];
        });
    }
}
