<?php

declare(strict_types=1);

namespace App\Bundles;

use App\Models\Brush;
use App\Models\Maker;
use App\Painting\BrushStrip;
use App\Pictures\PictureFile;
use App\Store\BlobStore;
use App\Work\CalledOff;
use App\Work\Progress;
use Imagick;
use ImagickDraw;
use ImagickPixel;
use Yarrowfog\Core\InvalidInput;

/** One picture that shows brushes: their strips with their names, who made them, and under which licence. */
final readonly class SampleCard
{
    /** px */
    public const NARROWEST = 400;

    public const WIDEST = 4000;

    public const USUAL = 1400;

    /** px that a strip is wide at most on a card of the usual width. */
    private const STRIP = 420;

    private const PAPER = '#ffffff';

    private const INK = '#1c211e';

    private const STONE = '#5a635c';

    private const LINE = '#dde1db';

    /** px of the longer side of the largest card. */
    private const LARGEST = 20000;

    public function __construct(private BrushStrip $strips, private BlobStore $kept)
    {
    }

    /**
     * @param  int  $width  px
     * @param  string  $format  png, or svg: the same picture with its words beside it
     *
     * @throws InvalidInput|CalledOff
     */
    public function paint(BundleOrder $order, int $width, string $format, ?Progress $progress = null): string
    {
        $brushes = $order->brushes();
        $unit = $width / self::USUAL;
        $columns = max(1, (int) round($width / ($unit * self::STRIP)));
        $margin = 40 * $unit;
        $gap = 24 * $unit;
        $cell = ($width - 2 * $margin - ($columns - 1) * $gap) / $columns;
        $strip = $cell * BrushStrip::HEIGHT / BrushStrip::WIDTH;
        $row = $strip + 34 * $unit;
        $top = 132 * $unit;
        $height = (int) ceil($top + ceil($brushes->count() / $columns) * ($row + $gap) + 20 * $unit);
        if ($height > self::LARGEST) {
            throw new InvalidInput('width', sprintf('This card would be %s px high. Choose fewer brushes, or make it narrower.', number_format($height)));
        }
        $makers = $this->makers($brushes->all());
        $card = new Imagick;
        $card->newImage($width, $height, new ImagickPixel(self::PAPER));
        $this->say($card, 'fraunces', 42 * $unit, self::INK, $margin, 74 * $unit, $order->title, $width - 2 * $margin - 320 * $unit);
        $this->say($card, 'plain', 19 * $unit, self::STONE, $margin, 106 * $unit, $this->signed($brushes->all(), $makers), $width - 2 * $margin - 320 * $unit);
        $this->stampMarks($card, $makers, $width - $margin, 20 * $unit, 96 * $unit);
        foreach ($brushes->all() as $i => $brush) {
            $progress?->tell(0.9 * $i / $brushes->count(), "painting “{$brush->name}”");
            $x = $margin + ($i % $columns) * ($cell + $gap);
            $y = $top + intdiv($i, $columns) * ($row + $gap);
            $this->place($card, $this->strips->png($brush, 2), $x, $y, $cell, $strip);
            $line = new ImagickDraw;
            $line->setFillColor(new ImagickPixel(self::LINE));
            $line->rectangle($x, $y + $strip, $x + $cell, $y + $strip + max(1, $unit));
            $card->drawImage($line);
            $this->say($card, 'plain', 18 * $unit, self::INK, $x, $y + $strip + 24 * $unit, $brush->name, $cell);
        }
        $pixels = $this->rgba($card);
        $png = PictureFile::encode($width, $height, $pixels, 'png', 300);

        return $format === 'svg' ? self::svg($png, $width, $height, $order->title, array_values(array_map(fn (Brush $b): string => $b->name, $brushes->all())), $this->signed($brushes->all(), $makers)) : $png;
    }

    /**
     * @param  array<Brush>  $brushes
     * @param  list<Maker>  $makers
     */
    private function signed(array $brushes, array $makers): string
    {
        $licences = array_unique(array_map(BundlePacker::licenceOf(...), $brushes));
        $licence = count($licences) === 1 ? (string) reset($licences) : '';

        return implode(' · ', array_filter([
            count($brushes) === 1 ? '1 brush' : number_format(count($brushes)).' brushes',
            $makers === [] ? '' : 'by '.implode(', ', array_map(fn (Maker $m): string => $m->name, array_slice($makers, 0, 4))).(count($makers) > 4 ? ' and others' : ''),
            $licence,
        ], fn (string $part): bool => $part !== ''));
    }

    /**
     * @param  array<Brush>  $brushes
     * @return list<Maker>
     */
    private function makers(array $brushes): array
    {
        $makers = [];
        foreach ($brushes as $brush) {
            if ($brush->maker !== null) {
                $makers[$brush->maker->id] = $brush->maker;
            }
        }

        return array_values($makers);
    }

    /**
     * Marks and signatures, from the right edge on.
     *
     * @param  list<Maker>  $makers
     */
    private function stampMarks(Imagick $card, array $makers, float $right, float $top, float $side): void
    {
        $pictures = array_merge(...array_map(fn (Maker $maker): array => array_filter([$maker->mark, $maker->signature], is_string(...)), array_slice($makers, 0, 2)));
        foreach ($pictures as $hash) {
            $picture = PictureFile::read($this->kept->get($hash));
            $wide = $side * min(2.0, $picture->width / $picture->height);
            $high = $wide * $picture->height / $picture->width;
            $right -= $wide;
            $this->place($card, $this->kept->get($hash), $right, $top + ($side - $high) / 2, $wide, $high);
            $right -= $side / 8;
        }
    }

    private function place(Imagick $card, string $png, float $x, float $y, float $width, float $height): void
    {
        $picture = PictureFile::read($png);
        $image = new Imagick;
        $image->setSize($picture->width, $picture->height);
        $image->setOption('depth', '8');
        $image->setFormat('RGBA');
        $image->readImageBlob($picture->rgba);
        $image->resizeImage((int) max(1, round($width)), (int) max(1, round($height)), Imagick::FILTER_LANCZOS, 1, true);
        $card->compositeImage($image, Imagick::COMPOSITE_OVER, (int) round($x + ($width - $image->getImageWidth()) / 2), (int) round($y + ($height - $image->getImageHeight()) / 2));
        $image->clear();
    }

    /** One line of words, shortened to the room that there is. */
    private function say(Imagick $card, string $font, float $size, string $colour, float $x, float $y, string $words, float $room): void
    {
        $words = trim((string) preg_replace('/[\p{C}\s]+/u', ' ', mb_scrub($words)));
        if ($words === '') {
            return;
        }
        $pen = new ImagickDraw;
        $pen->setFont(resource_path('fonts/'.($font === 'plain' ? 'atkinson-hyperlegible' : 'im-fell-english').'.woff'));
        $pen->setFontSize($size);
        $pen->setFillColor(new ImagickPixel($colour));
        $pen->setTextEncoding('UTF-8');
        $shown = $words;
        while (mb_strlen($words) > 1 && $card->queryFontMetrics($pen, self::plain($shown))['textWidth'] > $room) {
            $words = mb_substr($words, 0, -1);
            $shown = rtrim($words).'…';
        }
        $card->annotateImage($pen, $x, $y, 0, self::plain($shown));
    }

    /** Words that are only words: per cent signs and a leading at-sign mean something to ImageMagick. */
    private static function plain(string $words): string
    {
        $words = str_replace(['\\', '%'], ['\\\\', '%%'], $words);

        return str_starts_with($words, '@') ? "\u{200B}{$words}" : $words;
    }

    private function rgba(Imagick $card): string
    {
        $card->setImageAlphaChannel(Imagick::ALPHACHANNEL_SET);
        $card->setImageDepth(8);
        $card->setFormat('RGBA');
        $card->setImageFormat('RGBA');

        return $card->getImageBlob();
    }

    /** @param  list<string>  $names */
    private static function svg(string $png, int $width, int $height, string $title, array $names, string $signed): string
    {
        $text = fn (string $words): string => htmlspecialchars((string) preg_replace('/[^\P{C}\n\t]/u', '', mb_scrub($words)), ENT_XML1 | ENT_QUOTES | ENT_SUBSTITUTE, 'UTF-8');

        return '<?xml version="1.0" encoding="UTF-8"?>'."\n"
            ."<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"{$width}\" height=\"{$height}\" viewBox=\"0 0 {$width} {$height}\" role=\"img\">\n"
            ."<title>{$text($title)}</title>\n<desc>{$text($signed)}: {$text(implode(', ', $names))}</desc>\n"
            ."<image width=\"{$width}\" height=\"{$height}\" href=\"data:image/png;base64,".base64_encode($png)."\"/>\n</svg>\n";
    }
}
