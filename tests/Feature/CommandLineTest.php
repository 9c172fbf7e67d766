<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Pictures\PictureFile;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Symfony\Component\Process\Process as Command;
use Tests\Browser\Process;
use Tests\Core\Pictures;
use Yarrowfog\Core\Raster\Bitmap;

final class CommandLineTest extends TestCase
{
    private string $folder;

    protected function setUp(): void
    {
        $this->folder = sys_get_temp_dir().'/yarrowfog-command-'.bin2hex(random_bytes(5));
        mkdir($this->folder);
        $scan = Pictures::bitmap(80, 60, fn (int $x, int $y): int => Pictures::grey(hypot($x - 40, $y - 30) < 20 ? 20 : 205));
        file_put_contents("{$this->folder}/scan.jpg", PictureFile::encode(80, 60, $scan->toBytes(), 'jpeg'));
        $this->json('steps', ['steps' => [['step' => 'clear-paper', 'numbers' => ['whitePoint' => 190, 'blackPoint' => 40]], ['step' => 'trim', 'numbers' => ['margin' => 2]], ['step' => 'square']]]);
        $this->json('brush', ['settings' => ['size' => ['base' => 30], 'spacing' => ['base' => 0.5]]]);
        $this->json('trace', ['samples' => [[0, 40, 50, 0.5], [20, 100, 50, 0.8], [40, 160, 50, 1]]]);
    }

    protected function tearDown(): void
    {
        Process::removeFolder($this->folder);
    }

    public function test_from_a_scan_to_a_painted_stroke(): void
    {
        [$code, $said] = $this->yarrowfog('cut scan.jpg --steps steps.json --out tip.png --report report.json');
        self::assertSame(0, $code, $said);
        self::assertStringContainsString('px, ink mask', $said);
        self::assertSame(['too-small'], array_column($this->read('report')['findings'], 'id'));
        [$code, $said] = $this->yarrowfog('stroke --tip tip.png --brush brush.json --trace trace.json --size 200x100 --roll 5 --out out.png --dabs dabs.json');
        self::assertSame(0, $code, $said);
        $dabs = $this->read('dabs');
        self::assertSame(['index', 't', 'x', 'y', 'size', 'angle', 'roundness', 'frame', 'mirrored', 'lean', 'flow', 'opacity', 'colour'], array_keys($dabs[0]));
        self::assertEqualsWithDelta(15.0, $dabs[3]['x'] - $dabs[2]['x'], 1e-6);
        $picture = PictureFile::read((string) file_get_contents("{$this->folder}/out.png"))->bitmap();
        self::assertSame([200, 100], [$picture->width, $picture->height]);
        self::assertSame(0x24434CFF, $picture->at(100, 50));
        self::assertSame(0, $picture->at(100, 5));

        $again = (string) file_get_contents("{$this->folder}/out.png");
        $this->yarrowfog('stroke --tip tip.png --brush brush.json --trace trace.json --size 200x100 --roll 5 --out out.png');
        self::assertSame($again, file_get_contents("{$this->folder}/out.png"), 'The same input gives the same bytes.');
    }

    public function test_several_frames_a_bite_a_tooth_and_a_sheet_under_it(): void
    {
        foreach (['one' => 0xFF, 'two' => 0x80] as $name => $alpha) {
            file_put_contents("{$this->folder}/{$name}.png", PictureFile::png(Bitmap::ofColour(20, 20, $alpha)));
        }
        file_put_contents("{$this->folder}/sheet.png", PictureFile::png(Bitmap::ofColour(200, 100, 0xCC8844FF)));
        $this->json('brush', ['settings' => ['size' => ['base' => 20], 'spacing' => ['base' => 1.5], 'frameRule' => ['base' => 'in turn']]]);
        [$code, $said] = $this->yarrowfog('stroke --tip one.png --tip two.png --brush brush.json --trace trace.json --size 200x100 --roll 5 --out out.png --dabs dabs.json');
        self::assertSame(0, $code, $said);
        self::assertSame([0, 1, 0, 1], array_slice(array_column($this->read('dabs'), 'frame'), 0, 4));

        $this->json('brush', ['settings' => ['does' => ['base' => 'erases'], 'size' => ['base' => 30]]]);
        [$code, $said] = $this->yarrowfog('stroke --tip one.png --brush brush.json --trace trace.json --under sheet.png --out out.png');
        self::assertSame(0, $code, $said);
        $erased = PictureFile::read((string) file_get_contents("{$this->folder}/out.png"))->bitmap();
        self::assertSame([0, 0xCC8844FF], [$erased->at(100, 50), $erased->at(100, 5)]);

        $this->json('brush', ['settings' => ['size' => ['base' => 30], 'biteCombine' => ['base' => 'cut'], 'tooth' => ['base' => 'own'], 'toothDepth' => ['base' => 1]]]);
        [$code, $said] = $this->yarrowfog('stroke --tip one.png --bite one.png --tooth sheet.png --brush brush.json --trace trace.json --size 200x100 --out out.png');
        self::assertSame(0, $code, $said);
        // A bite as large as the tip, laid close, leaves next to nothing.
        self::assertLessThan(60, PictureFile::read((string) file_get_contents("{$this->folder}/out.png"))->bitmap()->at(100, 50) & 255);

        [$code, $said] = $this->yarrowfog('stroke --tip one.png --brush brush.json --trace trace.json --size 200x100 --out none.png');
        self::assertSame([2, 'The brush has a tooth of its own: name its picture with --tooth.'], [$code, trim($said)]);
        [$code, $said] = $this->yarrowfog('stroke --tip one.png --tooth one.png --brush brush.json --trace trace.json --under sheet.png --size 90x90 --out none.png');
        self::assertSame(2, $code);
        self::assertStringContainsString('--under is 200 × 100 px', $said);
        self::assertFileDoesNotExist("{$this->folder}/none.png");
    }

    /** The brushes that the contact sheet is painted with are good ones. */
    public function test_the_example_brushes_are_read(): void
    {
        $files = glob(dirname(__DIR__, 2).'/docs/strokes/*.json') ?: [];
        self::assertCount(11, $files);
        foreach ($files as $file) {
            copy($file, "{$this->folder}/brush.json");
            file_put_contents("{$this->folder}/one.png", PictureFile::png(Bitmap::ofColour(20, 20, 255)));
            [$code, $said] = $this->yarrowfog('stroke --tip one.png --brush brush.json --trace trace.json --size 60x60 --out out.png');
            self::assertSame(0, $code, $file.': '.$said);
        }
    }

    public function test_a_picture_of_a_tooth_beside_a_named_tooth_is_refused_in_words(): void
    {
        $this->json('wood', ['settings' => ['tooth' => ['base' => 'wood']]]);
        $this->json('line', ['samples' => [[0, 10, 10], [40, 60, 30]]]);
        file_put_contents("{$this->folder}/grey.png", PictureFile::png(Bitmap::ofColour(16, 16, 0x808080FF)));
        [$code, $said] = $this->yarrowfog("stroke --tip {$this->folder}/grey.png --tooth {$this->folder}/grey.png --brush {$this->folder}/wood.json --trace {$this->folder}/line.json --size 80x60 --out {$this->folder}/out.png");
        self::assertSame(2, $code);
        self::assertStringContainsString('the brush asks for “wood”', $said);
        self::assertFileDoesNotExist("{$this->folder}/out.png");
    }

    public function test_settings_are_told_as_json(): void
    {
        [$code, $said] = $this->yarrowfog('settings --json');
        self::assertSame(0, $code);
        self::assertContains('spacing', array_column(json_decode($said, true, flags: JSON_THROW_ON_ERROR), 'id'));
    }

    /** @return array<string, array{string, string, string}> */
    public static function wrong(): array
    {
        return [
            'unknown key' => ['brush', '{"settings": {"size": {"bass": 3}}}', '“settings.size.bass” is not a key that is known here.'],
            'unknown setting' => ['brush', '{"settings": {"wetness": {"base": 3}}}', '“settings.wetness” is not a key that is known here.'],
            'wrong type' => ['brush', '{"settings": {"size": {"base": "large"}}}', '“settings.size.base” does not fit “type”'],
            'out of range' => ['brush', '{"settings": {"size": {"base": 9000}}}', '“settings.size.base” does not fit “maximum” (max 2000).'],
            'NaN' => ['brush', '{"settings": {"size": {"base": NaN}}}', '“base” is NaN; it must be a number.'],
            'no JSON' => ['trace', 'pen down', 'This is not JSON'],
            'no samples' => ['trace', '{"realPressure": true}', 'misses a key'],
            'unknown step' => ['steps', '{"steps": [{"step": "melt"}]}', '“steps.0.step” does not fit “enum”'],
            'unknown number' => ['steps', '{"steps": [{"step": "trim", "numbers": {"edge": 1}}]}', '“steps.0.numbers.edge” is not a key that is known here.'],
        ];
    }

    #[DataProvider('wrong')]
    public function test_what_is_wrong_is_named_and_nothing_is_written(string $file, string $json, string $sentence): void
    {
        file_put_contents("{$this->folder}/{$file}.json", $json);
        copy(dirname(__DIR__, 2).'/public/favicon.svg', "{$this->folder}/none");
        $command = $file === 'steps' ? 'cut scan.jpg --steps steps.json --out out.png' : 'stroke --tip scan.jpg --brush brush.json --trace trace.json --size 90x90 --out out.png';
        [$code, $said] = $this->yarrowfog($command);
        self::assertSame(2, $code);
        self::assertStringContainsString($sentence, $said);
        self::assertFileDoesNotExist("{$this->folder}/out.png");
    }

    /** @return array{int, string} */
    private function yarrowfog(string $arguments): array
    {
        $process = Command::fromShellCommandline("\"\${:PROGRAM}\" {$arguments} 2>&1", $this->folder, timeout: null);
        $code = $process->run(null, ['PROGRAM' => dirname(__DIR__, 2).'/bin/yarrowfog']);

        return [$code, rtrim($process->getOutput(), "\n")];
    }

    private function json(string $name, mixed $value): void
    {
        file_put_contents("{$this->folder}/{$name}.json", json_encode($value, JSON_THROW_ON_ERROR));
    }

    /** @return array<array-key, mixed> */
    private function read(string $name): array
    {
        return (array) json_decode((string) file_get_contents("{$this->folder}/{$name}.json"), true, flags: JSON_THROW_ON_ERROR);
    }
}
