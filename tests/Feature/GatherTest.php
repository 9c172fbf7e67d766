<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Gathering\SourceImages;
use App\Gathering\SourceIntake;
use App\Models\Source;
use App\Pictures\PictureFile;
use App\Store\BlobStore;
use App\Store\LibraryCheck;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\Storage;
use Imagick;
use ImagickPixel;
use PHPUnit\Framework\Attributes\DataProvider;

final class GatherTest extends FeatureTestCase
{
    #[DataProvider('formats')]
    public function test_every_kind_of_picture_comes_in_and_is_kept_as_it_came(string $format): void
    {
        $bytes = $this->scan(60, 40, $format);
        $answer = $this->bring($bytes, "mark.{$format}")->assertCreated();
        $source = Source::query()->findOrFail($answer->json('id'));
        self::assertSame([60, 40, $format], [$source->width, $source->height, $source->type]);
        self::assertSame($bytes, app(BlobStore::class)->get($source->hash));
        self::assertSame(hash('sha256', $bytes), $source->hash);
        $this->get("/sources/{$source->id}/thumb")->assertOk()->assertHeader('Content-Type', 'image/png');
    }

    /** @return array<string, array{string}> */
    public static function formats(): array
    {
        return ['PNG' => ['png'], 'JPEG' => ['jpeg'], 'WebP' => ['webp'], 'TIFF' => ['tiff'], 'BMP' => ['bmp'], 'GIF' => ['gif']];
    }

    /** @return array<string, array{callable(self): string, string}> */
    public static function refused(): array
    {
        $png = fn (int $w, int $h): string => "\x89PNG\r\n\x1a\n".pack('N', 13).'IHDR'.pack('NNC5', $w, $h, 8, 6, 0, 0, 0).pack('N', crc32('IHDR'.pack('NNC5', $w, $h, 8, 6, 0, 0, 0))).pack('N', 0).'IEND'.pack('N', crc32('IEND'));

        return [
            'a text file' => [fn (): string => 'Dear harbour master', 'This is not a picture that Yarrowfog opens. It opens PNG, JPEG, WebP, TIFF, BMP and GIF, and SVG as a source.'],
            'an empty file' => [fn (): string => '', 'This file is empty: 0 bytes.'],
            'a truncated JPEG' => [fn (self $t): string => substr($t->scan(200, 200, 'jpeg'), 0, -1200), 'This JPEG is cut short: the file ends before the picture does. Copy it again from where it came from.'],
            'a truncated PNG' => [fn (self $t): string => substr($t->scan(), 0, -100), 'This PNG is cut short: the file ends before the picture does. Copy it again from where it came from.'],
            'a PNG that claims too much' => [fn (): string => $png(60000, 60000), 'This PNG claims 60,000 × 60,000 px. The most Yarrowfog opens is 64 megapixels.'],
            'a PNG without pixels' => [fn (): string => $png(10, 10), 'This PNG is damaged: it cannot be decoded. Save it again and try once more.'],
        ];
    }

    /** @param  callable(self): string  $bytes */
    #[DataProvider('refused')]
    public function test_what_is_no_picture_is_refused_in_one_sentence_and_leaves_nothing(callable $bytes, string $sentence): void
    {
        $this->bring($bytes($this), 'scan.png')
            ->assertUnprocessable()
            ->assertJsonPath('errors.picture', [$sentence]);
        self::assertSame(0, Source::query()->count());
        self::assertSame([], glob("{$this->folder}/yarrowfog/kept/*/*"));
    }

    public function test_a_request_without_a_file_says_what_to_do(): void
    {
        $this->postJson('/sources')->assertUnprocessable()->assertJsonPath('errors.picture', ['Choose a picture first.']);
    }

    public function test_the_first_frame_of_an_animation_is_taken(): void
    {
        $animation = new Imagick;
        foreach (['black', 'white'] as $colour) {
            $animation->newImage(20, 10, new ImagickPixel($colour), 'gif');
        }
        $picture = PictureFile::read($animation->getImagesBlob());
        self::assertSame([20, 10], [$picture->width, $picture->height]);
        self::assertSame(0x000000FF, $picture->bitmap()->at(5, 5));
    }

    public function test_cmyk_sixteen_bits_and_palettes_become_plain_colours(): void
    {
        $cmyk = new Imagick;
        $cmyk->newImage(8, 8, new ImagickPixel('#c04020'));
        $cmyk->transformImageColorspace(Imagick::COLORSPACE_CMYK);
        $cmyk->setImageFormat('tiff');
        $pixel = PictureFile::read($cmyk->getImageBlob())->bitmap()->at(3, 3);
        self::assertEqualsWithDelta(0xC0, $pixel >> 24, 3);
        self::assertEqualsWithDelta(0x20, $pixel >> 8 & 255, 3);

        $deep = new Imagick;
        $deep->newImage(8, 8, new ImagickPixel('rgb(128,128,128)'));
        $deep->transformImageColorspace(Imagick::COLORSPACE_GRAY);
        $deep->setImageDepth(16);
        $deep->setImageFormat('png');
        $deep->setOption('png:bit-depth', '16');
        self::assertEqualsWithDelta(128, PictureFile::read($deep->getImageBlob())->bitmap()->at(3, 3) >> 24, 1);

        $palette = new Imagick;
        $palette->newImage(8, 8, new ImagickPixel('none'));
        $palette->setImageFormat('png8');
        self::assertSame(0, PictureFile::read($palette->getImageBlob())->bitmap()->at(3, 3) & 255);
    }

    public function test_orientation_and_resolution_are_honoured(): void
    {
        $image = new Imagick;
        $image->newImage(30, 20, new ImagickPixel('white'));
        $image->importImagePixels(0, 0, 15, 20, 'I', Imagick::PIXEL_CHAR, array_fill(0, 300, 0));
        $image->setImageUnits(Imagick::RESOLUTION_PIXELSPERINCH);
        $image->setImageResolution(600, 600);
        $image->setImageOrientation(Imagick::ORIENTATION_RIGHTTOP);
        $image->setImageFormat('tiff');
        $picture = PictureFile::read($image->getImageBlob());
        self::assertSame([20, 30, 600], [$picture->width, $picture->height, $picture->dpi]);
        // What was at the left is at the top once it stands upright.
        self::assertSame(0, $picture->bitmap()->at(10, 3) >> 8);
        self::assertSame(0xFFFFFF, $picture->bitmap()->at(10, 27) >> 8);
    }

    public function test_an_all_white_scan_and_one_of_one_px_come_in_and_can_be_cut(): void
    {
        foreach ([[50, 50], [1, 80]] as [$w, $h]) {
            $white = PictureFile::encode($w, $h, str_repeat("\xFF", $w * $h * 4), 'png');
            $id = $this->bring($white, 'white.png')->assertCreated()->json('id');
            $checks = self::patches($this->postJson("/cut/{$id}/look/checks", ['list' => ['steps' => [['step' => 'trim'], ['step' => 'centre'], ['step' => 'square'], ['step' => 'scale']]]]));
            self::assertContains('almost-no-ink', array_column($checks['words']['findings'], 'id'));
            $this->postJson("/cut/{$id}/tip", ['list' => ['steps' => []]])->assertUnprocessable()
                ->assertJsonPath('message', 'Nothing of this picture would print, so it makes no tip. The check list says what to change.');
        }
    }

    public function test_a_name_may_hold_anything(): void
    {
        $this->bring($this->scan(), 'the "old" <b>mark</b> 🐚 \\ / ../..scan.png')->assertCreated();
        $name = Source::query()->firstOrFail()->name;
        self::assertStringContainsString('🐚', '🐚'.$name);
        self::assertStringNotContainsString('/', $name);
        $this->get('/gather')->assertOk()->assertDontSee('<b>mark</b>', false);
        $this->bring($this->scan(130), "moon\u{0} 🌙 'n' \"sea\".png")->assertCreated();
        self::assertStringContainsString('🌙', Source::query()->latest('id')->firstOrFail()->name);
    }

    public function test_the_preview_is_the_picture_made_small(): void
    {
        $source = app(SourceIntake::class)->takeIn($this->scan(2400, 1200), 'Large');
        $preview = app(SourceImages::class)->preview($source);
        self::assertSame([1000, 500], [$preview->width, $preview->height]);
        self::assertSame(1000 * 500 * 4, strlen($preview->rgba));
    }

    /** @return \Illuminate\Testing\TestResponse<\Symfony\Component\HttpFoundation\Response> */
    private function bring(string $bytes, string $name): \Illuminate\Testing\TestResponse
    {
        return $this->post('/sources', ['picture' => UploadedFile::fake()->createWithContent($name, $bytes)], ['Accept' => 'application/json']);
    }

    public function test_the_wall_comes_in_parts_and_is_searched_as_a_whole(): void
    {
        $first = $this->source();
        for ($i = 0; $i < 130; $i++) {
            Source::query()->create([...$first->only(['hash', 'type', 'bytes', 'width', 'height', 'dpi']), 'name' => "Shell {$i}", 'origin' => $i % 2 === 0 ? 'scanner' : 'file', 'tags' => $i % 10 === 0 ? ['Tide', 'rope'] : null]);
        }
        Source::query()->where('name', 'Shell 129')->delete();
        $page = (string) $this->get('/gather')->assertOk()->getContent();
        preg_match('#<script[^>]*id="gather-data"[^>]*>(.*?)</script>#s', $page, $m);
        $data = json_decode($m[1] ?? '', true);
        self::assertSame([60, 130, 'Shell 128', ['Tide', 'rope']], [count($data['sources']), $data['total'], $data['sources'][0]['name'], $data['tags']]);
        $names = fn (string $query): array => array_column((array) $this->getJson("/sources?{$query}")->assertOk()->json('sources'), 'name');
        self::assertSame([...array_map(fn (int $i): string => "Shell {$i}", range(8, 0)), 'Blot'], $names('from=120'));
        self::assertSame('Shell 68', $names('from=60')[0]);
        self::assertSame([], $names('from=130'));
        self::assertSame(['Shell 120', 'Shell 20'], $names('words=TIDE+2'));
        self::assertSame(13, $this->getJson('/sources?tag=rope')->json('total'));
        self::assertSame(65, $this->getJson('/sources?words=scan')->json('total'));
        self::assertSame(0, $this->getJson('/sources?words=nothing')->json('total'));
        self::assertSame(130, $this->getJson('/sources?words[]=a&tag[]=b&from=-7')->json('total'));
    }

    /** What was put down for something that never came to be, since the server fell, is let go of after an hour; what is named, or young, stays. */
    public function test_cleaning_lets_go_of_files_that_nothing_names(): void
    {
        $kept = app(BlobStore::class);
        $source = $this->source();
        [$old, $young, $again] = [$kept->put('nobody has this'), $kept->put('this came now'), $kept->put('this came twice')];
        $path = fn (string $hash): string => Storage::disk('library')->path(substr($hash, 0, 2)."/{$hash}");
        foreach ([$old, $again, $source->hash] as $hash) {
            touch($path($hash), time() - 7200);
        }
        $kept->put('this came twice');
        self::assertSame([1, 15], app(LibraryCheck::class)->letGoOfLeftOver());
        self::assertSame([false, true, true, true], array_map($kept->has(...), [$old, $young, $again, $source->hash]));
    }
}
