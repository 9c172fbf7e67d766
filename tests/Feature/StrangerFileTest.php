<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\Source;
use App\Pictures\GifFile;
use App\Pictures\PictureFile;
use App\Pictures\PictureRefused;
use App\Pictures\StrangerFile;
use Illuminate\Http\UploadedFile;
use Imagick;
use ImagickPixel;
use PHPUnit\Framework\Attributes\TestWith;
use Tests\Core\Pictures;

/** What somebody brings is decoded where it can do no harm. */
final class StrangerFileTest extends FeatureTestCase
{
    private static function picture(string $format, int $width = 60, int $height = 40): string
    {
        $image = new Imagick;
        $image->newImage($width, $height, new ImagickPixel('#336699'));
        $image->setImageFormat($format);

        return $image->getImageBlob();
    }

    /** A PNG whose picture is spoilt in the middle. */
    private static function spoilt(): string
    {
        $png = PictureFile::encode(60, 40, Pictures::bitmap(60, 40, fn (int $x, int $y): int => ($x * 97 + $y * 31 & 255) << 24 | 255)->toBytes(), 'png');

        return substr_replace($png, str_repeat("\xFF", 30), (int) strpos($png, 'IDAT') + 40, 30);
    }

    /** @return list<string> what this process has left in the folder for temporary files */
    private static function strays(): array
    {
        return glob(sys_get_temp_dir().'/yarrowfog-'.getmypid().'-*') ?: [];
    }

    #[TestWith(['png'])]
    #[TestWith(['jpeg'])]
    #[TestWith(['webp'])]
    #[TestWith(['tiff'])]
    #[TestWith(['bmp'])]
    #[TestWith(['gif'])]
    public function test_it_is_what_it_would_be_here(string $format): void
    {
        $bytes = self::picture($format);
        $here = PictureFile::read($bytes);
        $look = StrangerFile::look($bytes);
        self::assertSame([$here->width, $here->height, $here->dpi, ''], [$look->width, $look->height, $look->dpi, $look->rgba]);
        self::assertSame(PictureFile::read($bytes, 30)->rgba, StrangerFile::read($bytes, 30)->rgba);
        self::assertSame([], self::strays());
    }

    public function test_what_is_refused_here_is_refused_there_with_the_same_sentence(): void
    {
        $png = self::picture('png');
        foreach (['', 'x', substr($png, 0, -20), self::spoilt(), "\x89PNG\r\n\x1a\n"] as $bytes) {
            $sentence = fn (callable $read): string => (function () use ($read): string {
                try {
                    $read();
                } catch (PictureRefused $e) {
                    return $e->getMessage();
                }

                return 'it was taken';
            })();
            self::assertSame($sentence(fn () => PictureFile::read($bytes)), $sentence(fn () => StrangerFile::look($bytes)));
        }
        self::assertSame([], self::strays());
    }

    /** A progressive JPEG whose last scan comes again and again: each is gone through over the whole picture. */
    public function test_long_work_of_a_small_file_is_ended_and_leaves_nothing(): void
    {
        $image = new Imagick;
        $image->newImage(4000, 4000, new ImagickPixel('#808080'));
        $image->setInterlaceScheme(Imagick::INTERLACE_PLANE);
        $image->setImageFormat('jpeg');
        $jpeg = $image->getImageBlob();
        $last = strrpos($jpeg, "\xFF\xDA");
        self::assertIsInt($last);
        $long = substr($jpeg, 0, -2).str_repeat(substr($jpeg, $last, -2), 3000)."\xFF\xD9";
        try {
            StrangerFile::look($long, 1);
            self::fail('It was opened in a second.');
        } catch (PictureRefused $e) {
            self::assertStringContainsString('This JPEG takes more than', $e->getMessage());
        }
        self::assertSame([], self::strays());
    }

    /** Many at once: each is told what it would be told alone, and one that is too much work is named without the others suffering. */
    public function test_of_many_at_once_each_is_what_it_is_alone(): void
    {
        $image = new Imagick;
        $image->newImage(4000, 4000, new ImagickPixel('#808080'));
        $image->setInterlaceScheme(Imagick::INTERLACE_PLANE);
        $image->setImageFormat('jpeg');
        $jpeg = $image->getImageBlob();
        $last = (int) strrpos($jpeg, "\xFF\xDA");
        $png = self::picture('png');
        $told = StrangerFile::lookAtAll([
            'one' => $png,
            'short' => substr($png, 0, -40),
            'long' => substr($jpeg, 0, -2).str_repeat(substr($jpeg, $last, -2), 3000)."\xFF\xD9",
            'words' => 'no picture',
            7 => self::picture('webp'),
        ], 2);
        self::assertSame(['one', 'short', 'long', 'words', 7], array_keys($told));
        self::assertEquals(StrangerFile::look($png), $told['one']);
        self::assertEquals(StrangerFile::look(self::picture('webp')), $told[7]);
        foreach (['short' => 'cut short', 'long' => 'This JPEG takes more than', 'words' => 'not a picture'] as $name => $words) {
            self::assertInstanceOf(PictureRefused::class, $told[$name]);
            self::assertStringContainsString($words, $told[$name]->getMessage());
        }
        self::assertSame([], StrangerFile::lookAtAll([]));
        self::assertSame([], self::strays());
    }

    public function test_of_an_animation_only_the_first_frame_is_read(): void
    {
        $frames = new Imagick;
        foreach (['#ff0000', '#00ff00', '#0000ff'] as $colour) {
            $frame = new Imagick;
            $frame->newImage(40, 30, new ImagickPixel($colour));
            $frame->setImageFormat('gif');
            $frames->addImage($frame);
        }
        $frames->setImageFormat('gif');
        $gif = $frames->getImagesBlob();
        $first = GifFile::firstFrame($gif);
        self::assertLessThan(strlen($gif), strlen($first));
        self::assertSame("\xFF\x00\x00\xFF", substr(PictureFile::read($gif)->rgba, 0, 4));
        self::assertSame(PictureFile::read($gif)->rgba, PictureFile::read($first)->rgba);
        self::assertSame($first, GifFile::firstFrame($first));
        // A hundred thousand frames are no more work than one.
        $end = strlen($gif) - 1;
        $frame = substr($gif, strlen($first) - 1, (int) (($end - strlen($first) + 1) / 2));
        $many = $first.str_repeat($frame, 100000);
        self::assertSame([40, 30], [StrangerFile::look($many.';', 2)->width, PictureFile::read(substr($first, 0, -1).str_repeat($frame, 20000).';')->height]);
        foreach (['', 'GIF89a', substr($gif, 0, 20), "GIF89a\1\0\1\0\0\0\0\x21"] as $broken) {
            self::assertSame($broken, GifFile::firstFrame($broken));
        }
    }

    /** What is opened is told by its first bytes; should that ever fail, the library has no other decoder that it may use. */
    #[TestWith(['mvg', "push graphic-context\nviewbox 0 0 20 20\nfill red\nrectangle 0,0 9,9\npop graphic-context\n"])]
    #[TestWith(['msl', '<?xml version="1.0"?><image size="4x4"><read filename="xc:red"/></image>'])]
    #[TestWith(['pnm', "P3 1 1 255 1 2 3\n"])]
    #[TestWith(['txt', "# ImageMagick pixel enumeration: 1,1,255,srgb\n0,0: (1,2,3)\n"])]
    public function test_no_other_decoder_may_be_used(string $format, string $bytes): void
    {
        $image = new Imagick;
        $image->setFormat($format);
        $this->expectException(\ImagickException::class);
        $image->readImageBlob($bytes);
    }

    public function test_sixty_four_megapixels_of_one_bit_are_opened(): void
    {
        $chunk = fn (string $type, string $data): string => pack('N', strlen($data)).$type.$data.pack('N', crc32($type.$data));
        $rows = str_repeat("\0".str_repeat("\xF0", 1000), 8000);
        $look = StrangerFile::look("\x89PNG\r\n\x1a\n".$chunk('IHDR', pack('NNC5', 8000, 8000, 1, 0, 0, 0, 0)).$chunk('IDAT', (string) gzcompress($rows)).$chunk('IEND', ''));
        self::assertSame([8000, 8000], [$look->width, $look->height]);
        self::assertSame([], self::strays());
    }

    public function test_what_is_brought_comes_in_this_way_and_nothing_of_what_is_refused_stays(): void
    {
        $bring = fn (string $bytes) => $this->post('/sources', ['picture' => UploadedFile::fake()->createWithContent('a.png', $bytes)], ['Accept' => 'application/json']);
        $bring(PictureFile::encode(30, 20, Pictures::bitmap(30, 20, fn (int $x): int => $x << 24 | 255)->toBytes(), 'png'))->assertCreated();
        $bring(self::spoilt())->assertUnprocessable();
        self::assertSame(1, Source::query()->count());
        self::assertSame([], self::strays());
    }
}
