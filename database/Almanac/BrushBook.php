<?php

declare(strict_types=1);

namespace Database\Almanac;

/**
 * The brushes of the Saltmarsh Almanac: how each is set, what it is tagged with and what it is for.
 *
 * @phpstan-type Entry array{frames: list<Drawing>|array{growth: list<int>}, kind: string, tags: list<string>, note: string, atHand?: list<string>, brush: array<string, mixed>}
 */
final class BrushBook
{
    /** @return list<array<string, mixed>> a drive by pressure, from a part of the base */
    private static function presses(float $from): array
    {
        return [['input' => 'pressure', 'curve' => [[0, 0], [1, 1]], 'from' => $from, 'to' => 1]];
    }

    /** @return array<string, mixed> how a brush of the six scans is set */
    public static function scanned(string $name): array
    {
        $presses = self::presses(...);

        return match ($name) {
            'Barnacle' => ['inks' => ['main' => '#2f5664', 'second' => '#6f83a8'], 'settings' => [
                'size' => ['base' => 48, 'spread' => 0.35, 'drives' => $presses(0.3)], 'spacing' => ['base' => 0.38, 'spread' => 0.25],
                'scatterAcross' => ['base' => 0.6], 'angle' => ['spread' => 180], 'inkMix' => ['base' => 0.4, 'spread' => 0.4], 'driftHue' => ['base' => 14], 'driftLightness' => ['base' => 0.08],
            ]],
            'Harbour seal' => ['inks' => ['main' => '#8c3347'], 'settings' => ['size' => ['base' => 120], 'spacing' => ['base' => 1.25], 'angle' => ['spread' => 4], 'opacity' => ['base' => 0.9]]],
            'Gull feather' => ['inks' => ['main' => '#4c5a5e', 'second' => '#a7a18f'], 'settings' => [
                'size' => ['base' => 110, 'spread' => 0.4, 'drives' => $presses(0.5)], 'spacing' => ['base' => 0.45, 'spread' => 0.3], 'scatterAcross' => ['base' => 0.35],
                'angleFollows' => ['base' => 'heading'], 'angle' => ['base' => 24, 'spread' => 28], 'inkMix' => ['base' => 0.3, 'spread' => 0.3], 'flow' => ['base' => 0.85],
            ]],
            'Rain line' => ['inks' => ['main' => '#5a7480'], 'settings' => ['size' => ['base' => 60, 'spread' => 0.4, 'drives' => $presses(0.6)], 'spacing' => ['base' => 0.4, 'spread' => 0.5], 'scatterAcross' => ['base' => 0.5], 'opacity' => ['base' => 0.8, 'spread' => 0.6], 'overlap' => ['base' => 'adds up']]],
            default => ['inks' => ['main' => '#31454d'], 'settings' => [
                'size' => ['base' => 46, 'spread' => 0.12, 'drives' => $presses(0.55)], 'spacing' => ['base' => 0.12, 'spread' => 0.4], 'angle' => ['spread' => 180],
                'flow' => ['base' => 0.85, 'drives' => $presses(0.2)], 'opacity' => ['base' => 0.95],
                'tooth' => ['base' => 'cold-pressed paper'], 'toothMode' => ['base' => 'catch'], 'toothDepth' => ['base' => 0.97], 'toothScale' => ['base' => 0.6],
            ]],
        };
    }

    /** @return array<string, Entry> brushes whose tips are drawn or grown, by name */
    public static function drawn(): array
    {
        $presses = self::presses(...);
        $paper = fn (string $mode, float $depth, float $scale): array => ['tooth' => ['base' => 'cold-pressed paper'], 'toothMode' => ['base' => $mode], 'toothDepth' => ['base' => $depth], 'toothScale' => ['base' => $scale]];

        return [
            'Rope run' => ['frames' => [Materials::strand()], 'kind' => 'two-ink', 'tags' => ['quay'], 'note' => 'Strands laid one over the next along the way: mooring lines, nets, hems.', 'atHand' => ['spacing', 'driftLightness'], 'brush' => [
                'inks' => ['main' => '#3d2f22', 'second' => '#d3bb8c'], 'settings' => ['size' => ['base' => 54, 'drives' => $presses(0.75)], 'spacing' => ['base' => 0.3], 'angleFollows' => ['base' => 'heading'], 'driftLightness' => ['base' => 0.035]],
            ]],
            'Tide eraser' => ['frames' => [Materials::sponge()], 'kind' => 'ink mask', 'tags' => ['wet'], 'note' => 'Takes paint away as water does: in patches, and not all of it.', 'brush' => [
                'settings' => ['size' => ['base' => 80, 'spread' => 0.3, 'drives' => $presses(0.5)], 'spacing' => ['base' => 0.3, 'spread' => 0.4], 'scatterAcross' => ['base' => 0.15], 'angle' => ['spread' => 180], 'flow' => ['base' => 0.5], 'does' => ['base' => 'erases']],
            ]],
            'Soft pencil' => ['frames' => [Materials::graphite()], 'kind' => 'ink mask', 'tags' => ['dry'], 'note' => 'Broad and dark when it is pressed; it meets the paper’s bumps.', 'brush' => [
                'inks' => ['main' => '#2b2d30'], 'settings' => ['size' => ['base' => 13, 'spread' => 0.15, 'drives' => $presses(0.55)], 'spacing' => ['base' => 0.16, 'spread' => 0.3], 'angle' => ['spread' => 180], 'opacity' => ['base' => 0.85, 'drives' => $presses(0.25)], 'flow' => ['base' => 0.8], ...$paper('catch', 0.8, 0.35)],
            ]],
            'Hard pencil' => ['frames' => [Materials::graphite()], 'kind' => 'ink mask', 'tags' => ['dry', 'line'], 'note' => 'A thin grey line for setting out.', 'brush' => [
                'inks' => ['main' => '#4a4d52'], 'settings' => ['size' => ['base' => 5, 'spread' => 0.1, 'drives' => $presses(0.7)], 'spacing' => ['base' => 0.18], 'angle' => ['spread' => 180], 'opacity' => ['base' => 0.6, 'drives' => $presses(0.3)], 'steadying' => ['base' => 0.15], ...$paper('catch', 0.6, 0.3)],
            ]],
            'Charcoal side' => ['frames' => [Materials::charcoal()], 'kind' => 'ink mask', 'tags' => ['dry'], 'note' => 'The stick on its side, dragged across: skies, shadows, far shores.', 'atHand' => ['toothDepth', 'angle'], 'brush' => [
                'inks' => ['main' => '#25272a'], 'settings' => ['size' => ['base' => 110, 'drives' => $presses(0.9)], 'spacing' => ['base' => 0.05, 'spread' => 0.3], 'angle' => ['base' => 74, 'spread' => 4], 'flow' => ['base' => 0.6, 'drives' => $presses(0.3)], 'opacity' => ['base' => 0.9, 'drives' => $presses(0.3)], ...$paper('carve', 0.6, 0.45)],
            ]],
            'Dry brush' => ['frames' => [Materials::bristles()], 'kind' => 'ink mask', 'tags' => ['wet'], 'note' => 'Few bristles, little paint: water, wood, wind.', 'atHand' => ['toothDepth', 'inkMix'], 'brush' => [
                'inks' => ['main' => '#3a5560', 'second' => '#8fa6a8'], 'settings' => ['size' => ['base' => 64, 'drives' => $presses(0.8)], 'spacing' => ['base' => 0.03], 'angleFollows' => ['base' => 'heading'], 'flow' => ['base' => 0.75, 'drives' => $presses(0.3)], 'opacity' => ['base' => 0.9, 'drives' => $presses(0.45)], 'driftPer' => ['base' => 'stroke'], 'driftLightness' => ['base' => 0.05], ...$paper('catch', 0.55, 0.5)],
            ]],
            'Flat wash' => ['frames' => [Materials::flat()], 'kind' => 'ink mask', 'tags' => ['wet'], 'note' => 'A broad brush full of water; the wash dries darker at its edge.', 'atHand' => ['rim', 'flow'], 'brush' => [
                'inks' => ['main' => '#5d7f92'], 'settings' => ['size' => ['base' => 150], 'spacing' => ['base' => 0.06], 'angleFollows' => ['base' => 'heading'], 'flow' => ['base' => 0.6, 'drives' => $presses(0.4)], 'opacity' => ['base' => 0.4], 'rim' => ['base' => 0.5], 'rimWidth' => ['base' => 9], 'tooth' => ['base' => 'cold-pressed paper'], 'toothMode' => ['base' => 'shade'], 'toothDepth' => ['base' => 0.22], 'toothScale' => ['base' => 1.2]],
            ]],
            'Sponge' => ['frames' => [Materials::sponge()], 'kind' => 'ink mask', 'tags' => ['wet'], 'note' => 'Pressed again and again, each time turned: leaves, lichen, spray.', 'atHand' => ['scatterAcross', 'inkMix'], 'brush' => [
                'inks' => ['main' => '#5a6b4e', 'second' => '#b3a875'], 'settings' => ['size' => ['base' => 100, 'spread' => 0.3, 'drives' => $presses(0.6)], 'spacing' => ['base' => 0.55, 'spread' => 0.4], 'scatterAcross' => ['base' => 0.3], 'angle' => ['spread' => 180], 'flow' => ['base' => 0.75, 'drives' => $presses(0.4)], 'inkMix' => ['base' => 0.4, 'spread' => 0.5], 'driftLightness' => ['base' => 0.05]],
            ]],
            'Spatter' => ['frames' => [Materials::spatter()], 'kind' => 'ink mask', 'tags' => ['wet'], 'note' => 'Flicked off a loaded brush.', 'atHand' => ['scatterAcross', 'spacing'], 'brush' => [
                'inks' => ['main' => '#2f4650'], 'settings' => ['size' => ['base' => 130, 'spread' => 0.6, 'drives' => $presses(0.5)], 'spacing' => ['base' => 0.7, 'spread' => 0.5], 'scatterAcross' => ['base' => 0.7], 'angle' => ['spread' => 180], 'opacity' => ['base' => 0.9]],
            ]],
            'Pastel' => ['frames' => [Materials::pastel()], 'kind' => 'ink mask', 'tags' => ['dry'], 'note' => 'Soft and opaque; the paper shows through in its hollows.', 'atHand' => ['toothDepth', 'driftHue'], 'brush' => [
                'inks' => ['main' => '#c2a77c', 'second' => '#8d7a63'], 'settings' => ['size' => ['base' => 58, 'drives' => $presses(0.8)], 'spacing' => ['base' => 0.1, 'spread' => 0.3], 'angle' => ['spread' => 30], 'flow' => ['base' => 0.7, 'drives' => $presses(0.3)], 'opacity' => ['base' => 0.95], 'inkMix' => ['base' => 0.2, 'spread' => 0.25], 'driftLightness' => ['base' => 0.03], ...$paper('catch', 0.75, 0.55)],
            ]],
            'Palette smear' => ['frames' => [Materials::flat()], 'kind' => 'ink mask', 'tags' => ['wet'], 'note' => 'A dry brush that drags what is wet along with it.', 'atHand' => ['smudgeStrength'], 'brush' => [
                'settings' => ['size' => ['base' => 90, 'drives' => $presses(0.7)], 'spacing' => ['base' => 0.03], 'angleFollows' => ['base' => 'heading'], 'does' => ['base' => 'smudges'], 'smudgeStrength' => ['base' => 0.92]],
            ]],
            'Sea mist' => ['frames' => [Materials::mist()], 'kind' => 'ink mask', 'tags' => ['air'], 'note' => 'Breath upon breath, as thin as can be.', 'brush' => [
                'inks' => ['main' => '#7f95a1'], 'settings' => ['size' => ['base' => 260, 'spread' => 0.3], 'spacing' => ['base' => 0.16, 'spread' => 0.5], 'scatterAcross' => ['base' => 0.35], 'flow' => ['base' => 0.16, 'drives' => $presses(0.2)], 'overlap' => ['base' => 'adds up']],
            ]],
            'Marsh grass' => ['frames' => ['growth' => [3, 8, 14, 21]], 'kind' => 'two-ink', 'tags' => ['shore'], 'note' => 'Four tufts that take turns; roots where the pen goes.', 'atHand' => ['spacing', 'scatterAcross', 'inkMix'], 'brush' => [
                'inks' => ['main' => '#2e3d2c', 'second' => '#a9a36a'], 'settings' => ['size' => ['base' => 150, 'spread' => 0.45, 'drives' => $presses(0.5)], 'spacing' => ['base' => 0.2, 'spread' => 0.6], 'scatterAcross' => ['base' => 0.12], 'angle' => ['spread' => 9], 'mirrorAcross' => ['base' => 'by chance'], 'frameRule' => ['base' => 'shuffled'], 'driftHue' => ['base' => 10], 'driftLightness' => ['base' => 0.06]],
            ]],
            'Reeds' => ['frames' => [Materials::reed(1), Materials::reed(2), Materials::reed(3), Materials::reed(4)], 'kind' => 'two-ink', 'tags' => ['shore'], 'note' => 'Single blades, each bent by the wind in its own way.', 'atHand' => ['spacing', 'angle'], 'brush' => [
                'inks' => ['main' => '#3c4a34', 'second' => '#c9bd84'], 'settings' => ['size' => ['base' => 190, 'spread' => 0.5, 'drives' => $presses(0.4)], 'spacing' => ['base' => 0.1, 'spread' => 0.8], 'scatterAcross' => ['base' => 0.06], 'angle' => ['spread' => 10], 'mirrorAcross' => ['base' => 'by chance'], 'frameRule' => ['base' => 'shuffled'], 'driftHue' => ['base' => 8], 'driftLightness' => ['base' => 0.07]],
            ]],
            'Foam' => ['frames' => [Materials::foam()], 'kind' => 'ink mask', 'tags' => ['shore'], 'note' => 'Bubbles at the lip of the water.', 'atHand' => ['scatterAcross'], 'brush' => [
                'inks' => ['main' => '#6f8d98'], 'settings' => ['size' => ['base' => 64, 'spread' => 0.5, 'drives' => $presses(0.5)], 'spacing' => ['base' => 0.3, 'spread' => 0.6], 'scatterAcross' => ['base' => 0.25], 'angle' => ['spread' => 180], 'opacity' => ['base' => 0.85, 'spread' => 0.5], 'overlap' => ['base' => 'adds up']],
            ]],
            'Beach stones' => ['frames' => [Materials::stone(1), Materials::stone(2), Materials::stone(3), Materials::stone(4)], 'kind' => 'two-ink', 'tags' => ['shore', 'stamp'], 'note' => 'Stones with light on their backs and a shadow on the sand.', 'atHand' => ['scatterAcross', 'castShadow'], 'brush' => [
                'inks' => ['main' => '#3b4246', 'second' => '#c6c4ba'], 'settings' => ['size' => ['base' => 44, 'spread' => 0.7], 'spacing' => ['base' => 0.9, 'spread' => 0.5], 'scatterAcross' => ['base' => 1.1], 'angle' => ['spread' => 14], 'mirrorAcross' => ['base' => 'by chance'], 'frameRule' => ['base' => 'shuffled'], 'driftHue' => ['base' => 25], 'driftLightness' => ['base' => 0.08], 'castShadow' => ['base' => 0.45], 'shadowDistance' => ['base' => 0.14], 'shadowTowards' => ['base' => 60]],
            ]],
            'Kelp ribbon' => ['frames' => [Materials::kelp()], 'kind' => 'two-ink', 'tags' => ['shore'], 'note' => 'A ribbon of kelp, laid down as one band along the stroke.', 'atHand' => ['driftHue'], 'brush' => [
                'inks' => ['main' => '#33361d', 'second' => '#a58f3f'], 'settings' => ['size' => ['base' => 66, 'drives' => $presses(0.25)], 'laidAs' => ['base' => 'band, repeated'], 'steadying' => ['base' => 0.3], 'taperOut' => ['base' => 80]],
            ]],
            'Cockle shell' => ['frames' => [Materials::cockle()], 'kind' => 'two-ink', 'tags' => ['shore', 'stamp'], 'note' => 'One press, one shell; each a little other in size and turn.', 'atHand' => ['castShadow'], 'brush' => [
                'inks' => ['main' => '#7d5644', 'second' => '#f0dcc0'], 'settings' => ['size' => ['base' => 110, 'spread' => 0.25], 'onePerPress' => ['base' => 'yes'], 'angle' => ['spread' => 24], 'driftHue' => ['base' => 12], 'driftLightness' => ['base' => 0.04], 'castShadow' => ['base' => 0.3], 'shadowDistance' => ['base' => 0.06], 'shadowTowards' => ['base' => 60]],
            ]],
            'Gulls' => ['frames' => [Materials::gull(1.0), Materials::gull(0.45), Materials::gull(-0.35)], 'kind' => 'ink mask', 'tags' => ['air', 'stamp'], 'note' => 'A flight of gulls, far off; near ones larger.', 'brush' => [
                'inks' => ['main' => '#35414a'], 'settings' => ['size' => ['base' => 38, 'spread' => 0.45, 'drives' => $presses(0.4)], 'spacing' => ['base' => 1.7, 'spread' => 0.6], 'scatterAcross' => ['base' => 1.4], 'angle' => ['spread' => 16], 'mirrorAcross' => ['base' => 'by chance'], 'frameRule' => ['base' => 'shuffled'], 'opacity' => ['base' => 0.85, 'spread' => 0.3]],
            ]],
            'Ink brush' => ['frames' => [self::round(120)], 'kind' => 'ink mask', 'tags' => ['wet', 'line'], 'note' => 'A round brush in ink: from a hair to a full belly.', 'atHand' => ['steadying', 'taperOut'], 'brush' => [
                'inks' => ['main' => '#16222b'], 'settings' => ['size' => ['base' => 26, 'drives' => $presses(0.06)], 'spacing' => ['base' => 0.05], 'steadying' => ['base' => 0.25], 'taperIn' => ['base' => 12], 'taperOut' => ['base' => 60]],
            ]],
        ];
    }

    /** @return array<string, array{maker: string, note: string, brushes: list<string>}> shelves that the brushes stand on, by name */
    public static function sets(): array
    {
        return [
            'Dry on paper' => ['maker' => 'Ines Tarn', 'note' => 'Pencils, chalks and charcoal: each meets the bumps of the paper.', 'brushes' => ['Soft pencil', 'Hard pencil', 'Charcoal side', 'Slate chalk', 'Pastel']],
            'Water and wash' => ['maker' => 'Ines Tarn', 'note' => 'Everything that is wet, and what takes it away again.', 'brushes' => ['Flat wash', 'Ink brush', 'Dry brush', 'Sponge', 'Spatter', 'Palette smear', 'Tide eraser', 'Sea mist']],
            'Along the shore' => ['maker' => 'Odo Marrick', 'note' => 'What grows, lies and flies at the edge of the water.', 'brushes' => ['Marsh grass', 'Reeds', 'Foam', 'Beach stones', 'Cockle shell', 'Kelp ribbon', 'Barnacle', 'Gulls', 'Gull feather']],
            'Harbour and rain' => ['maker' => 'Odo Marrick', 'note' => 'Ropes, weather, and the seal for the corner of the page.', 'brushes' => ['Rope run', 'Rain line', 'Harbour seal', 'Ink brush', 'Spatter']],
        ];
    }

    /** @return array<string, array{licence: string, note: string}> who made them, by name */
    public static function makers(): array
    {
        return [
            'Ines Tarn' => ['licence' => 'CC-BY-4.0', 'note' => 'Draws the weather for the Saltmarsh Almanac.'],
            'Odo Marrick' => ['licence' => 'CC0-1.0', 'note' => 'Keeps the tide tables, and the stones on the sill.'],
        ];
    }

    private static function round(int $side): Drawing
    {
        $d = new Drawing($side, 1);
        $d->spot($side / 2, $side / 2, $side / 2 - 2, 1, 2);

        return $d;
    }
}
