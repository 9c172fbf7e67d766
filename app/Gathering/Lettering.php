<?php

declare(strict_types=1);

namespace App\Gathering;

use App\Models\Font;
use App\Pictures\FontFile;
use App\Store\BlobStore;
use Imagick;
use ImagickDraw;
use ImagickPixel;
use Yarrowfog\Core\Form\Field;
use Yarrowfog\Core\Form\FieldValues;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Raster\Bitmap;

/** Words set in a font, black on nothing. */
final readonly class Lettering implements Way
{
    /** Fonts that ship with the application, by the names painters see. */
    private const FONTS = [
        'Fell, chart lettering' => 'im-fell-english',
        'Caveat, by hand' => 'caveat',
        'Typewriter' => 'special-elite',
        'Stencil' => 'stardos-stencil',
        'Signboard' => 'bungee',
        'Script' => 'lobster',
        'Plain' => 'atkinson-hyperlegible',
    ];

    private const DPI = 300;

    /** px of the longer side of what is set. */
    private const LARGEST = 8000;

    public function __construct(private BlobStore $kept)
    {
    }

    public function id(): string
    {
        return 'lettering';
    }

    public function label(): string
    {
        return 'Lettering';
    }

    public function sentence(): string
    {
        return 'Words as a stamp, in one of the fonts here or in your own.';
    }

    public function params(): array
    {
        $own = [];
        /** @var Font $font */
        foreach (Font::query()->orderBy('name')->get() as $font) {
            $own[] = $font->name;
        }

        return [
            Field::text('text', 'Words', 'Saltmarsh'),
            Field::pictured('font', 'Font', [...array_keys(self::FONTS), ...$own]),
            Field::number('size', 'Size', 'px', 16, 1200, 240),
            Field::number('slant', 'Slant', '°', -45, 45, 0),
            Field::number('spacing', 'Letter spacing', '%', -0.3, 1, 0, 0.01),
            Field::number('lines', 'Line spacing', '×', 0.6, 2.5, 1.1, 0.05),
            Field::choice('set', 'Lines', LinesSet::class),
        ];
    }

    public function name(FieldValues $numbers): string
    {
        $text = trim((string) preg_replace('/\s+/u', ' ', $numbers->text('text')));

        return $text === '' ? 'Lettering' : mb_substr($text, 0, 60);
    }

    public function take(FieldValues $numbers, ?int $longest = null): Taken
    {
        $text = trim((string) preg_replace('/[^\P{C}\n]+/u', '', str_replace("\r", '', $numbers->text('text'))), "\n");
        if (trim($text) === '') {
            throw new InvalidInput('text', 'There are no words yet. Type some first.');
        }
        $size = $numbers->number('size');
        $pen = $this->pen($numbers, $size);
        $sheet = new Imagick;
        [$width, $height] = self::measure($sheet, $pen, $text, $numbers);
        if (max($width, $height) > self::LARGEST) {
            throw new InvalidInput('size', sprintf('These words would be %s px wide. Make them smaller, or set them in more lines.', number_format($width)));
        }
        if ($longest !== null && max($width, $height) > $longest) {
            $size *= $longest / max($width, $height);
            $pen = $this->pen($numbers, $size);
            [$width, $height] = self::measure($sheet, $pen, $text, $numbers);
        }
        $sheet->newImage($width, $height, new ImagickPixel('none'));
        $at = match ($numbers->choice('set', LinesSet::class)) {
            LinesSet::Left => [$size * 0.5 + max(0.0, tan(deg2rad($numbers->number('slant')))) * $height * 0.5, Imagick::ALIGN_LEFT],
            LinesSet::Right => [$width - $size * 0.5, Imagick::ALIGN_RIGHT],
            LinesSet::Middle => [$width / 2, Imagick::ALIGN_CENTER],
        };
        $pen->setTextAlignment($at[1]);
        $lines = explode("\n", $text);
        foreach ($lines as $i => $line) {
            if (trim($line) === '') {
                continue;
            }
            $y = $height / 2 + ($i - (count($lines) - 1) / 2) * $size * $numbers->number('lines') + $size * 0.33;
            $sheet->annotateImage($pen, $at[0], $y, 0, $line);
        }
        $sheet->setImageFormat('RGBA');
        $sheet->setImageDepth(8);

        return new Taken(self::black(Bitmap::fromBytes($width, $height, $sheet->getImageBlob())), self::DPI, false);
    }

    private function pen(FieldValues $numbers, float $size): ImagickDraw
    {
        $pen = new ImagickDraw;
        $pen->setFont($this->file($numbers->word('font')));
        $pen->setFontSize($size);
        $pen->setFillColor(new ImagickPixel('black'));
        $pen->setTextKerning($numbers->number('spacing') * $size);
        $pen->setTextAntialias(true);
        $pen->setTextEncoding('UTF-8');
        $pen->skewX(-$numbers->number('slant'));

        return $pen;
    }

    private function file(string $font): string
    {
        if (isset(self::FONTS[$font])) {
            return resource_path('fonts/'.self::FONTS[$font].'.woff');
        }
        $own = Font::query()->where('name', $font)->first() ?? throw new InvalidInput('font', 'This font is gone. Choose another one.');

        return FontFile::path($this->kept->get($own->hash), $own->hash);
    }

    /** @return array{int, int} px with room all round for what hangs out of its line */
    private static function measure(Imagick $sheet, ImagickDraw $pen, string $text, FieldValues $numbers): array
    {
        $size = $pen->getFontSize();
        $width = 0.0;
        $lines = explode("\n", $text);
        foreach ($lines as $line) {
            $metrics = $sheet->queryFontMetrics($pen, $line === '' ? ' ' : $line);
            $width = max($width, $metrics['textWidth']);
        }
        $height = $size * (1.9 + (count($lines) - 1) * $numbers->number('lines'));

        return [
            (int) ceil($width + 1.4 * $size + abs(tan(deg2rad($numbers->number('slant')))) * $height),
            (int) ceil($height),
        ];
    }

    /** Black all over, so that no edge holds another colour. */
    private static function black(Bitmap $in): Bitmap
    {
        $out = [];
        foreach ($in->pixels as $p) {
            $out[] = $p & 255;
        }

        return new Bitmap($in->width, $in->height, $out);
    }
}
