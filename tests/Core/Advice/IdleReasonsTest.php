<?php

declare(strict_types=1);

namespace Tests\Core\Advice;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Core\Paint\Strokes;
use Yarrowfog\Core\Advice\Idle;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Sample;
use Yarrowfog\Core\Stroke\Trace;

/** Why a setting does nothing, said for every reason that there is, and not said where it does something. */
final class IdleReasonsTest extends TestCase
{
    /** @return iterable<string, array{string, array<string, mixed>, string|null}> setting, brush, reason */
    public static function reasons(): iterable
    {
        $at = fn (float|string $base): array => ['base' => $base];
        $tooth = ['tooth' => $at('weave')];
        foreach ([
            // Ground
            ['toothDepth', [], 'idle: no tooth is chosen'],
            ['toothDepth', $tooth, null],
            ['toothDepth', ['tooth' => $at('own')], 'idle: this brush has no tooth of its own'],
            ['toothFixedTo', $tooth, null],
            ['toothFixedTo', [...$tooth, 'toothPer' => $at('stroke')], 'idle: a stroke meets the bumps where they lie'],
            ['toothFixedTo', ['toothPer' => $at('stroke')], 'idle: no tooth is chosen'],
            ['toothPer', [...$tooth, 'toothPer' => $at('stroke')], null],
            ['biteSize', [], 'idle: this brush has no bite'],
            ['biteSize', ['laidAs' => $at('band, repeated')], 'idle: a band has no dabs'],
            ['rimWidth', [], 'idle: set to zero'],
            ['rimWidth', ['rim' => $at(0.4)], null],
            ['rim', ['rim' => $at(0.4), 'does' => $at('smudges')], 'idle: a smudge carries what is there'],
            ['noise', ['noise' => $at(0.1)], null],
            ['noise', [], 'idle: set to zero'],
            // Step
            ['linger', [], 'idle: set to zero'],
            ['linger', ['linger' => $at(5)], null],
            ['linger', ['linger' => $at(5), 'onePerPress' => $at('yes')], 'idle: one per press'],
            ['linger', ['linger' => $at(5), 'laidAs' => $at('band, repeated')], 'idle: a band has no dabs'],
            ['count', [], 'idle: count is 1'],
            ['count', ['count' => $at(1.4)], 'idle: count is 1'],
            ['count', ['count' => $at(2)], null],
            ['count', ['count' => ['base' => 1, 'drives' => [['input' => 'pressure', 'from' => 1, 'to' => 5]]]], null],
            ['scatterAcross', [], 'idle: set to zero'],
            ['scatterAcross', ['scatterAcross' => $at(0.5)], null],
            ['scatterAlong', ['scatterAcross' => $at(0.5)], 'idle: set to zero'],
            // Form
            ['frameRule', [], 'idle: this tip has one frame'],
            ['frameLength', [], 'idle: this tip has one frame'],
            ['bandHead', [], 'idle: only a repeated band keeps its ends'],
            ['bandHead', ['laidAs' => $at('band, stretched once')], 'idle: only a repeated band keeps its ends'],
            ['bandTail', ['laidAs' => $at('band, repeated')], null],
            ['angle', ['laidAs' => $at('band, repeated')], 'idle: a band has no dabs'],
            ['angle', [], null],
            ['posture', [], 'idle: set to zero'],
            ['posture', ['posture' => $at(0.5)], 'idle: this pen stands upright'],
            // Ink
            ['overlap', [], null],
            ['overlap', ['laidAs' => $at('band, repeated')], 'idle: a band stays even'],
            ['overlap', ['does' => $at('smudges')], 'idle: a smudge carries what is there'],
            ['blendMode', ['does' => $at('erases')], 'idle: an eraser lays no colour'],
            ['inkMix', [], null],
            ['lends', [], 'idle: set to zero'],
            ['lends', ['lends' => $at(0.5)], null],
            ['lends', ['lends' => ['base' => 0, 'drives' => [['input' => 'pressure']]]], null],
            ['lends', ['lends' => $at(0.5), 'laidAs' => $at('band, repeated')], 'idle: a band lies on all of the sheet at once'],
            ['driftPer', [], 'idle: nothing drifts'],
            ['driftPer', ['driftChroma' => $at(0.1)], null],
            ['driftPer', ['inkMix' => ['base' => 0.5, 'spread' => 0.2]], null],
            ['smudgeStrength', [], 'idle: this brush does not smudge'],
            ['smudgeInk', ['does' => $at('smudges')], null],
        ] as [$id, $settings, $reason]) {
            yield "{$id} of ".json_encode($settings) => [$id, $settings, $reason];
        }
    }

    /** @param  array<string, mixed>  $settings */
    #[DataProvider('reasons')]
    public function test_the_reason_is_the_one_that_holds(string $id, array $settings, ?string $reason): void
    {
        self::assertSame($reason, Idle::reason($id, BrushSettings::read(['settings' => $settings]), Strokes::line()));
    }

    public function test_what_a_brush_is_used_with_counts(): void
    {
        $brush = BrushSettings::read(['settings' => ['tooth' => ['base' => 'own'], 'posture' => ['base' => 0.5]]]);
        $reason = fn (string $id, BrushSettings $b, ?Trace $trace = null): ?string => Idle::reason($id, $b, $trace ?? Strokes::line());
        self::assertNull($reason('biteSize', $brush->usedWith(1, true)));
        self::assertNull($reason('toothScale', $brush->usedWith(1, false, true)));
        self::assertNull($reason('frameRule', $brush->usedWith(2, false)));
        self::assertSame('idle: frames do not go by travel', $reason('frameLength', $brush->usedWith(2, false)));
        self::assertNull($reason('frameLength', BrushSettings::read(['settings' => ['frameRule' => ['base' => 'by travel']]])->usedWith(2, false)));
        // A round tip may be squeezed, by its base or by chance, or lean: then its angle shows.
        $round = fn (array $settings): ?string => $reason('angle', BrushSettings::read(['settings' => $settings])->usedWith(1, false, false, true));
        self::assertSame('idle: a round tip looks the same however it is turned', $round([]));
        foreach ([['roundness' => ['base' => 0.9]], ['roundness' => ['base' => 1, 'spread' => 0.2]], ['posture' => ['base' => 0.1]]] as $shows) {
            self::assertNull($round($shows));
        }
        self::assertNull($reason('posture', $brush, new Trace([new Sample(0, 0, 0, 1, 20, 0), new Sample(9, 50, 0, 1)])));
        self::assertNull($reason('posture', $brush, new Trace([new Sample(0, 0, 0, 1, 0, 20), new Sample(9, 50, 0, 1)])));
        self::assertSame('idle: this pen stands upright', $reason('posture', $brush));
    }
}
