<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke;

use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Stroke\Choice\AngleFollows;
use Yarrowfog\Core\Stroke\Choice\Does;
use Yarrowfog\Core\Stroke\Choice\LaidAs;
use Yarrowfog\Core\Stroke\Choice\YesNo;

/** What a brush can begin as, whatever its tip: nothing but settings. */
final class Beginnings
{
    /** @return array<string, array{sentence: string, settings: array<string, array<string, mixed>>}> by name */
    public static function all(): array
    {
        $presses = fn (float $from): array => [['input' => 'pressure', 'from' => $from, 'to' => 1]];

        return [
            'inker' => ['sentence' => 'An even line that swells with pressure.', 'settings' => [
                'size' => ['base' => 18, 'drives' => $presses(0.08)], 'spacing' => ['base' => 0.05], 'steadying' => ['base' => 0.35],
            ]],
            'chalk' => ['sentence' => 'Dry, turned by chance, meeting the bumps of the paper.', 'settings' => [
                'size' => ['base' => 46, 'spread' => 0.12, 'drives' => $presses(0.55)], 'spacing' => ['base' => 0.12, 'spread' => 0.4], 'angle' => ['spread' => 180], 'flow' => ['base' => 0.85, 'drives' => $presses(0.2)],
                'tooth' => ['base' => 'cold-pressed paper'], 'toothMode' => ['base' => 'catch'], 'toothDepth' => ['base' => 0.97], 'toothScale' => ['base' => 0.6],
            ]],
            'wash' => ['sentence' => 'Thin and broad, with the darker edge of a drying puddle.', 'settings' => [
                'size' => ['base' => 84, 'drives' => $presses(0.6)], 'spacing' => ['base' => 0.08], 'angle' => ['spread' => 180], 'flow' => ['base' => 0.4], 'opacity' => ['base' => 0.5], 'rim' => ['base' => 0.6], 'rimWidth' => ['base' => 9],
            ]],
            'stamp' => ['sentence' => 'One press, one print.', 'settings' => [
                'size' => ['base' => 140], 'onePerPress' => ['base' => YesNo::Yes->value],
            ]],
            'scatter' => ['sentence' => 'Thrown about, turned and sized by chance, drifting in colour.', 'settings' => [
                'size' => ['base' => 44, 'spread' => 0.5, 'drives' => $presses(0.4)], 'spacing' => ['base' => 0.6, 'spread' => 0.4], 'scatterAcross' => ['base' => 1.2], 'count' => ['base' => 2, 'spread' => 0.5], 'angle' => ['spread' => 180], 'driftHue' => ['base' => 12], 'driftLightness' => ['base' => 0.06],
            ]],
            'dash' => ['sentence' => 'Separate marks that turn with the line: stitches, leaves, rope.', 'settings' => [
                'size' => ['base' => 36, 'drives' => $presses(0.5)], 'spacing' => ['base' => 1.35], 'angleFollows' => ['base' => AngleFollows::Heading->value],
            ]],
            'band' => ['sentence' => 'The tip laid along the stroke as one continuous band.', 'settings' => [
                'size' => ['base' => 44, 'drives' => $presses(0.6)], 'laidAs' => ['base' => LaidAs::BandRepeated->value],
            ]],
            'eraser' => ['sentence' => 'Takes paint away in the shape of the tip.', 'settings' => [
                'size' => ['base' => 56, 'drives' => $presses(0.4)], 'spacing' => ['base' => 0.1], 'does' => ['base' => Does::Erases->value],
            ]],
            'smudge' => ['sentence' => 'Pushes the paint that is there about.', 'settings' => [
                'size' => ['base' => 64, 'drives' => $presses(0.6)], 'spacing' => ['base' => 0.06], 'does' => ['base' => Does::Smudges->value],
            ]],
        ];
    }

    /**
     * The brush as it would begin: its inks and kind stay.
     *
     * @throws InvalidInput when there is no such beginning
     */
    public static function of(string $name, BrushSettings $brush): BrushSettings
    {
        $beginning = self::all()[$name] ?? throw new InvalidInput('beginning', "There is no beginning “{$name}”. Known: ".implode(', ', array_keys(self::all())).'.');

        return BrushSettings::read(['kind' => $brush->tipKind->value, 'inks' => ['main' => $brush->mainInk->toHex(), 'second' => $brush->secondInk->toHex()], 'settings' => $beginning['settings']]);
    }
}
