<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\Layer;
use App\Models\Sheet;
use App\Pictures\PictureFile;
use App\Pictures\SvgFile;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Symfony\Component\Process\Process as Command;
use Tests\Browser\Process;

/** The sheet commands, in processes of their own, on a library in a folder. */
final class SheetCommandTest extends FeatureTestCase
{
    private string $library;

    protected function setUp(): void
    {
        parent::setUp();
        $this->library = "{$this->folder}/library";
        mkdir("{$this->library}/yarrowfog/kept", recursive: true);
        $brush = $this->brush(['size' => ['base' => 60]]);
        foreach (['Low tide', 'Twice', 'Twice'] as $name) {
            $sheet = Sheet::blank($name, 120, 80);
            $ink = Layer::query()->create(['sheet_id' => $sheet->id, 'position' => 1, 'name' => 'Ink', 'opacity' => 0.5]);
            $this->postJson("/sheets/{$sheet->id}/pen/strokes", ['stroke' => (string) Str::uuid(), 'brush' => $brush->id, 'roll' => 1, 'layer' => $ink->id, 'inks' => ['main' => '#c02020', 'second' => '#ffffff'], 'samples' => [[0, 60, 40, 1]]])->assertOk();
        }
        // What lies in memory becomes a library on the disk.
        DB::statement("VACUUM INTO '{$this->library}/yarrowfog.sqlite'");
        Process::copyFolder("{$this->folder}/yarrowfog/kept", "{$this->library}/yarrowfog/kept");
    }

    public function test_sheets_are_listed_rendered_sent_out_and_brought_in(): void
    {
        $list = json_decode($this->sheet('list'), true);
        self::assertSame(['Low tide', 'Twice', 'Twice'], array_column($list, 'name'));
        self::assertSame([['name' => 'Paint', 'strokes' => 0, 'opacity' => 1, 'mode' => 'normal', 'hidden' => false], ['name' => 'Ink', 'strokes' => 1, 'opacity' => 0.5, 'mode' => 'normal', 'hidden' => false]], $list[0]['layers']);
        self::assertSame("120 × 80 px\n", $this->sheet("render 'Low tide' --out {$this->library}/a.png"));
        $this->sheet("render {$list[0]['number']} --clear --out {$this->library}/b.png");
        $this->sheet("render 'Low tide' --layer Ink --out {$this->library}/c.png");
        $at = fn (string $file): array => array_map(fn (array $p): int => PictureFile::read((string) file_get_contents("{$this->library}/{$file}.png"))->bitmap()->at(...$p), [[60, 40], [2, 2]]);
        self::assertSame([0xDE8E8DFF, 0xFBFBF9FF], $at('a'));
        // Half of full ink: 127.5.
        self::assertSame([0xC0202080, 0], $at('b'));
        self::assertSame([0xC02020FF, 0], $at('c'));
        self::assertSame("2 layers\n", $this->sheet("export 'Low tide' --out '{$this->library}/Sent out.ora'"));
        $made = json_decode($this->sheet("import '{$this->library}/Sent out.ora'"), true);
        self::assertSame(['Sent out', []], [$made['name'], $made['notes']]);
        $this->sheet("render {$made['number']} --out {$this->library}/d.png");
        self::assertSame($at('a'), $at('d'));
    }

    /** What is missing, damaged or left over in a library is found; a whole one has nothing of it. */
    public function test_a_library_is_checked_and_cleaned(): void
    {
        $check = function (): array {
            $process = new Command(['php', 'bin/yarrowfog.php', 'library', 'check', '--library', $this->library], dirname(__DIR__, 2));
            $status = $process->run();

            return [json_decode($process->getOutput(), true), $status];
        };
        [$whole, $status] = $check();
        self::assertSame([0, [], [], [], []], [$status, $whole['missing'], $whole['damaged'], $whole['leftOver'], $whole['database']]);
        self::assertGreaterThan(0, $whole['files']);
        $files = glob("{$this->library}/yarrowfog/kept/*/*") ?: [];
        file_put_contents($files[0], 'not what it was');
        unlink($files[1]);
        mkdir("{$this->library}/yarrowfog/kept/aa", recursive: true);
        file_put_contents("{$this->library}/yarrowfog/kept/aa/".hash('sha256', 'stray'), 'stray');
        [$found, $status] = $check();
        self::assertNotSame(0, $status);
        self::assertSame([[basename($files[1])], [basename($files[0])], [hash('sha256', 'stray')]], [$found['missing'], $found['damaged'], $found['leftOver']]);
    }

    /** Rasterised again the outlines lie where the paint lies, each in its ink. */
    public function test_line_art_is_traced(): void
    {
        self::assertMatchesRegularExpression('/^\d+ curves in 1 ink, 0\.\d\d px from the ink at most\n$/', $this->sheet("trace 'Low tide' --layer Ink --out {$this->library}/a.svg"));
        $svg = (string) file_get_contents("{$this->library}/a.svg");
        self::assertStringContainsString('<g id="ink-c02020">', $svg);
        $traced = PictureFile::read(SvgFile::png($svg, 120))->bitmap();
        $this->sheet("render 'Low tide' --layer Ink --out {$this->library}/a.png");
        $painted = PictureFile::read((string) file_get_contents("{$this->library}/a.png"))->bitmap();
        self::assertSame([120, 80], [$traced->width, $traced->height]);
        $far = $ink = 0;
        foreach ($painted->pixels as $i => $pixel) {
            $far += abs(($pixel & 255) - ($traced->pixels[$i] & 255));
            $ink += $pixel & 255;
        }
        self::assertLessThan(0.03 * $ink, $far);
        self::assertSame(0xC02020FF, $traced->at(60, 40));
        $this->sheet("trace Twice --out {$this->library}/b.svg", 2);
        self::assertStringContainsString('--within must be a number of px from 0.2 to 5.', $this->sheet("trace 'Low tide' --within nine --out {$this->library}/b.svg", 2));
        self::assertStringContainsString('There is nothing to trace: nothing is painted here.', $this->sheet("trace 'Low tide' --layer Paint --out {$this->library}/b.svg", 2));
        self::assertFileDoesNotExist("{$this->library}/b.svg");
    }

    public function test_what_is_wrong_is_said(): void
    {
        foreach ([
            "render Nowhere --out {$this->library}/x.png" => 'There is no sheet “Nowhere”. `sheet list` tells them all.',
            "render Twice --out {$this->library}/x.png" => '2 sheets are called “Twice”. Name one by its number: 2, 3.',
            "render 'Low tide' --layer Wash --out {$this->library}/x.png" => 'This sheet has no layer “Wash”. It has: Paint, Ink.',
            "render 'Low tide' --bits 12 --out {$this->library}/x.png" => '--bits must be 8 or 16.',
            "render 'Low tide'" => '--out is missing.',
            'import nowhere.ora' => 'The file “nowhere.ora” cannot be read.',
        ] as $arguments => $sentence) {
            self::assertStringContainsString($sentence, $this->sheet($arguments, 2));
        }
        self::assertFileDoesNotExist("{$this->library}/x.png");
        $this->library = '/nowhere';
        self::assertStringContainsString('There is no library in “/nowhere”', $this->sheet('list', 2));
    }

    private function sheet(string $arguments, int $code = 0): string
    {
        $process = Command::fromShellCommandline("bin/yarrowfog sheet {$arguments} --library \"\${:LIBRARY}\" 2>&1", dirname(__DIR__, 2), timeout: null);
        $status = $process->run(null, ['LIBRARY' => $this->library]);
        self::assertSame($code, $status, $process->getOutput());

        return rtrim($process->getOutput(), "\n")."\n";
    }
}
