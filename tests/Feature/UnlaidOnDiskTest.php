<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Painting\StrokeLaying;
use App\Store\ProcessName;
use Illuminate\Support\Facades\DB;

/** A stroke that one process is laying while another asks for it. */
final class UnlaidOnDiskTest extends FeatureTestCase
{
    use LivePieces;
    use OnDisk;

    public function test_a_process_that_lays_is_waited_for_and_told_that_it_is_wanted(): void
    {
        [$sheet, $order, $samples] = $this->begun(['size' => ['base' => 90]]);
        $this->atAWorker();
        $this->pieces($sheet, $order, array_slice($samples, 0, -3));
        $this->postJson("/sheets/{$sheet->id}/pen/strokes", [...$order, 'samples' => $samples, 'seen' => $this->state['state']['piece']])->assertOk();
        self::assertSame(ProcessName::own(), DB::table('unlaid_strokes')->value('process'));
        self::assertFalse(app(StrokeLaying::class)->some(StrokeLaying::FEW), 'nobody waits for it');
        $render = $this->command(['sheet', 'render', (string) $sheet->id, '--out', "{$this->folder}/sheet.png"]);
        $render->start();
        for ($parts = 0; $parts < 50 && DB::table('unlaid_strokes')->exists() && $render->isRunning();) {
            $parts += app(StrokeLaying::class)->some(StrokeLaying::FEW) ? 1 : 0;
            usleep(1000);
        }
        self::assertSame(0, $render->wait(), $render->getErrorOutput());
        self::assertGreaterThan(1, $parts, 'in parts, between what it was asked for');
        // Painted at once, it is the same picture.
        $this->postJson("/sheets/{$sheet->id}/undo")->assertOk();
        $this->postJson("/sheets/{$sheet->id}/pen/strokes", [...$order, 'stroke' => 'aaaaaaaa-d9cb-469f-a165-70867728950e', 'samples' => $samples])->assertOk();
        $this->command(['sheet', 'render', (string) $sheet->id, '--out', "{$this->folder}/again.png"])->mustRun();
        self::assertFileEquals("{$this->folder}/again.png", "{$this->folder}/sheet.png");
    }
}
