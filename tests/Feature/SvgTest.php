<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Gathering\SourceImages;
use App\Models\Source;
use App\Pictures\SvgFile;
use Illuminate\Http\UploadedFile;
use Illuminate\Testing\TestResponse;
use PHPUnit\Framework\Attributes\DataProvider;

/** Drawings of lines as sources. */
final class SvgTest extends FeatureTestCase
{
    /** A blue disc of a radius of 40 on a ground of 200 × 100. */
    private const DISC = '<svg xmlns="http://www.w3.org/2000/svg" width="200" height="100"><circle cx="100" cy="50" r="40" fill="#2040c0"/></svg>';

    public function test_noise_that_nobody_would_see_is_no_work(): void
    {
        $noise = fn (int $octaves): string => SvgFile::png("<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"60\" height=\"50\"><filter id=\"f\"><feTurbulence numOctaves=\"{$octaves}\" baseFrequency=\"0.3\"/></filter><rect width=\"60\" height=\"50\" filter=\"url(#f)\"/></svg>", 120);
        self::assertSame($noise(9), $noise(999999999));
        self::assertNotSame($noise(3), $noise(4));
    }

    public function test_a_drawing_is_made_at_1024_px_on_nothing(): void
    {
        $source = $this->brought(self::DISC);
        self::assertSame([1024, 512, 1024], [$source->width, $source->height, $source->drawnAt()]);
        $picture = app(SourceImages::class)->picture($source)->bitmap();
        self::assertSame(0x2040C0FF, $picture->at(512, 256));
        self::assertSame(0, $picture->at(5, 5) & 255);
        // 40 · 5.12 = 204.8: in at 204 px from the middle, out at 206.
        self::assertSame([255, 0], [$picture->at(512 + 203, 256) & 255, $picture->at(512 + 206, 256) & 255]);
        self::assertStringContainsString('1,024 × 512 px · drawn by lines', $source->facts());
        $this->get("/cut/{$source->id}")->assertOk()->assertSee('value="1024"', false);
        // The same file again is the same source.
        self::assertSame($source->id, $this->bring(self::DISC)->assertOk()->json('id'));
    }

    public function test_it_is_made_at_another_size_and_its_list_follows(): void
    {
        $source = $this->brought(self::DISC);
        $list = ['kind' => 'ink mask', 'steps' => [['step' => 'trim', 'on' => true, 'numbers' => ['margin' => 8]], ['step' => 'blur', 'on' => false, 'numbers' => ['sigma' => 3]]]];
        $this->putJson("/cut/{$source->id}", $list)->assertOk();
        $this->putJson("/sources/{$source->id}/size", ['side' => 2048])->assertOk()->assertJson(['width' => 2048, 'height' => 1024]);
        $source->refresh();
        self::assertSame([2048, 1024, 2048], [$source->width, $source->height, $source->drawnAt()]);
        $steps = $source->cutListOrFirst()->toArray()['steps'];
        self::assertSame([16.0, 6.0, false], [$steps[0]['numbers']['margin'], $steps[1]['numbers']['sigma'], $steps[1]['on']]);
        $this->putJson("/sources/{$source->id}/size", ['side' => 4097])->assertUnprocessable();
        $this->putJson("/sources/{$source->id}/size", ['side' => 15])->assertUnprocessable();
        $this->putJson('/sources/'.$this->source()->id.'/size', ['side' => 500])->assertUnprocessable()->assertJsonPath('errors.side', ['This source is no drawing of lines: its pixels are as they came in.']);
    }

    /** @return array<string, array{string, bool}> */
    public static function files(): array
    {
        $svg = '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 4 4"><rect width="4" height="4"/></svg>';

        return [
            'plain' => [$svg, true],
            'with a declaration, a comment and a type' => ["\xEF\xBB\xBF<?xml version=\"1.0\"?>\n<!-- a > b -->\n<!DOCTYPE svg PUBLIC \"-//W3C//DTD SVG 1.1//EN\" \"http://www.w3.org/x.dtd\" [ <!ENTITY a \"b\"> ]>\n{$svg}", true],
            'with a prefix' => ['<s:svg xmlns:s="http://www.w3.org/2000/svg" viewBox="0 0 4 4"><s:rect width="4" height="4"/></s:svg>', true],
            'HTML that holds one' => ["<html><body>{$svg}</body></html>", false],
            'text that names one' => ["Look: {$svg}", false],
            'a longer name' => ['<svgs/>', false],
        ];
    }

    #[DataProvider('files')]
    public function test_it_is_told_by_its_root(string $bytes, bool $is): void
    {
        self::assertSame($is, SvgFile::is($bytes));
    }

    /** @return array<string, array{string, string}> */
    public static function refused(): array
    {
        $head = '<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" width="100" height="100">';
        $outside = 'Nothing is drawn in this SVG. What it loads from elsewhere is left out: save it with everything inside it.';
        $deep = '<g id="a0"><rect width="9" height="9"/></g>';
        for ($i = 1; $i < 40; $i++) {
            $deep .= "<g id=\"a{$i}\">".str_repeat('<use xlink:href="#a'.($i - 1).'"/>', 12).'</g>';
        }

        return [
            'cut short' => [substr(self::DISC, 0, -30), 'This SVG is damaged, or nothing in it has a size: it cannot be drawn. Save it again as plain SVG and try once more.'],
            'nothing in it' => ["{$head}</svg>", $outside],
            'a picture of this machine' => ["{$head}<image xlink:href=\"file:///usr/share/pixmaps/debian-logo.png\" width=\"100\" height=\"100\"/></svg>", $outside],
            'a file as text' => ["{$head}<defs><xi:include xmlns:xi=\"http://www.w3.org/2001/XInclude\" href=\"/etc/hostname\" parse=\"text\"/></defs></svg>", $outside],
            'an address' => ["{$head}<image xlink:href=\"http://127.0.0.1:9/x.png\" width=\"100\" height=\"100\"/></svg>", $outside],
            'more and more of itself' => ["{$head}{$deep}<use xlink:href=\"#a39\"/></svg>", ''],
        ];
    }

    #[DataProvider('refused')]
    public function test_what_cannot_be_drawn_is_refused_in_one_sentence_and_leaves_nothing(string $svg, string $sentence): void
    {
        $answer = $this->bring($svg)->assertUnprocessable();
        $sentence === '' ? self::assertMatchesRegularExpression('/^This SVG /', (string) $answer->json('errors.picture.0')) : $answer->assertJsonPath('errors.picture', [$sentence]);
        self::assertSame(0, Source::query()->count());
        self::assertSame([], glob("{$this->folder}/yarrowfog/kept/*/*"));
    }

    /** What an entity names outside the file does not come into the picture. */
    public function test_a_file_of_this_machine_cannot_be_read_as_text(): void
    {
        file_put_contents($secret = "{$this->folder}/secret.txt", str_repeat('MMMMMMMM ', 4));
        $svg = "<!DOCTYPE svg [ <!ENTITY secret SYSTEM \"file://{$secret}\"> ]><svg xmlns=\"http://www.w3.org/2000/svg\" width=\"100\" height=\"100\"><rect width=\"5\" height=\"5\"/><text x=\"10\" y=\"60\" font-size=\"40\">&secret;</text></svg>";
        $answer = $this->bring($svg);
        if ($answer->status() === 422) {
            self::assertSame(0, Source::query()->count());

            return;
        }
        $picture = app(SourceImages::class)->picture(Source::query()->findOrFail($answer->json('id')))->bitmap();
        foreach ($picture->pixels as $i => $p) {
            self::assertTrue(($p & 255) === 0 || $i % $picture->width < 70 && intdiv($i, $picture->width) < 70, 'only the square is there');
        }
    }

    private function brought(string $svg): Source
    {
        return Source::query()->findOrFail($this->bring($svg)->assertCreated()->json('id'));
    }

    private function bring(string $svg): TestResponse
    {
        return $this->postJson('/sources', ['picture' => UploadedFile::fake()->createWithContent('disc.svg', $svg)]);
    }
}
