<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Cutting\TipMaker;
use App\Gathering\SourceIntake;
use App\Models\Brush;
use App\Models\Source;
use App\Pictures\PictureFile;
use App\Store\ProcessCache;
use App\Store\Scratch;
use Illuminate\Contracts\Console\Kernel;
use Illuminate\Foundation\Application;
use Illuminate\Foundation\Testing\TestCase;
use Illuminate\Testing\TestResponse;
use Tests\Browser\Process;
use Tests\Core\Pictures;
use Yarrowfog\Core\Cut\CutList;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\BrushSettings;

abstract class FeatureTestCase extends TestCase
{
    protected string $folder;

    public function createApplication(): Application
    {
        $this->folder = sys_get_temp_dir().'/yarrowfog-feature-'.bin2hex(random_bytes(5));
        foreach (['framework/views', 'framework/cache', 'framework/sessions', 'logs'] as $part) {
            mkdir("{$this->folder}/{$part}", 0775, true);
        }
        putenv("YARROWFOG_STORAGE={$this->folder}");
        /** @var Application $app */
        $app = require __DIR__.'/../../bootstrap/app.php';
        $app->make(Kernel::class)->bootstrap();
        // The database lives in memory and ends with the application.
        $app->make(Kernel::class)->call('migrate', ['--force' => true]);

        return $app;
    }

    protected function setUp(): void
    {
        parent::setUp();
        $this->withoutVite();
        $this->withHeader('Sec-Fetch-Site', 'same-origin');
    }

    protected function tearDown(): void
    {
        parent::tearDown();
        Process::removeFolder(Scratch::root("{$this->folder}/yarrowfog/scratch"));
        Process::removeFolder($this->folder);
        putenv('YARROWFOG_STORAGE');
    }

    /** This application goes on after its requests, as a worker does. */
    protected function atAWorker(): void
    {
        app()->instance(ProcessCache::class, new ProcessCache(lasts: true));
    }

    /** A dark blot on grey paper. */
    protected function scan(int $width = 120, int $height = 120, string $format = 'png'): string
    {
        $picture = Pictures::bitmap($width, $height, fn (int $x, int $y): int => Pictures::grey(hypot($x - $width / 2, $y - $height / 2) < $height / 4 ? 25 : 210));

        return PictureFile::encode($width, $height, $picture->toBytes(), $format, 300);
    }

    protected function source(): Source
    {
        return app(SourceIntake::class)->takeIn($this->scan(), 'Blot');
    }

    /** @param  array<string, mixed>  $settings */
    protected function brush(array $settings = []): Brush
    {
        $list = CutList::read(['steps' => [['step' => 'clear-paper', 'numbers' => ['whitePoint' => 200, 'blackPoint' => 30]], ['step' => 'trim']]]);
        $brush = app(TipMaker::class)->make($this->source(), $list, 'Blot');
        if ($settings !== []) {
            $brush->update(['kept' => BrushSettings::read(['settings' => $settings])]);
        }

        return $brush->refresh();
    }

    /**
     * Influence comes in short answers, from one setting on to the next.
     *
     * @param  array<string, mixed>  $order
     * @return array{settings: array<string, array<string, mixed>>, spreads: array<string, array<string, mixed>>, drives: array<string, array<string, mixed>>}
     */
    protected function influence(Brush $brush, array $order): array
    {
        $told = ['settings' => [], 'spreads' => [], 'drives' => []];
        $from = [];
        do {
            $part = (array) $this->postJson("/tune/{$brush->id}/ask/influence", [...$order, ...$from])->assertOk()->json();
            foreach (array_keys($told) as $which) {
                $told[$which] = [...$told[$which], ...$part[$which]];
            }
            self::assertNotSame($from, ['from' => $part['next']]);
            $from = ['from' => $part['next']];
        } while ($part['next'] !== null);

        return $told;
    }

    /**
     * Reads what App\Painting\PixelPatches wrote.
     *
     * @param  TestResponse<\Symfony\Component\HttpFoundation\Response>  $response
     * @return array{words: array<string, mixed>, patches: list<array{x: int, y: int, picture: Bitmap}>}
     */
    protected static function patches(TestResponse $response): array
    {
        $response->assertOk();
        $body = (string) $response->getContent();
        $length = (int) hexdec(bin2hex(substr($body, 0, 4)));
        $words = json_decode(substr($body, 4, $length), true, flags: JSON_THROW_ON_ERROR);
        $at = 4 + $length;
        $patches = [];
        foreach ($words['patches'] as [$x, $y, $w, $h]) {
            $patches[] = ['x' => $x, 'y' => $y, 'picture' => Bitmap::fromBytes($w, $h, substr($body, $at, $w * $h * 4))];
            $at += $w * $h * 4;
        }
        self::assertSame(strlen($body), $at);

        return ['words' => $words, 'patches' => $patches];
    }

    /**
     * The preview of a cut as a page shows it: what was sent laid on nothing.
     *
     * @param  TestResponse<\Symfony\Component\HttpFoundation\Response>  $response
     */
    protected static function preview(TestResponse $response): Bitmap
    {
        ['words' => $words, 'patches' => $patches] = self::patches($response);
        [$width, $height] = array_slice($words['placement'], 6, 2);
        foreach ($patches as ['x' => $x, 'y' => $y, 'picture' => $picture]) {
            return $picture->crop(new Rect(-$x, -$y, $width, $height));
        }

        return new Bitmap($width, $height, array_fill(0, $width * $height, 0));
    }

    /** @return list<int> the pixels of a picture, with what does not show left out */
    protected static function showing(Bitmap $picture): array
    {
        return array_map(fn (int $p): int => ($p & 255) === 0 ? 0 : $p, $picture->pixels);
    }
}
