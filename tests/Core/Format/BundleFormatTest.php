<?php

declare(strict_types=1);

namespace Tests\Core\Format;

use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Yarrowfog\Core\Cut\CutList;
use Yarrowfog\Core\Format\Bundle\BundledBrush;
use Yarrowfog\Core\Format\Bundle\BundledMaker;
use Yarrowfog\Core\Format\Bundle\BundledOrigin;
use Yarrowfog\Core\Format\Bundle\BundledSet;
use Yarrowfog\Core\Format\Bundle\BundledTip;
use Yarrowfog\Core\Format\Bundle\BundledTooth;
use Yarrowfog\Core\Format\Bundle\BundledVersion;
use Yarrowfog\Core\Format\Bundle\Entry;
use Yarrowfog\Core\Format\Bundle\Manifest;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Tip\TipKind;

final class BundleFormatTest extends TestCase
{
    private static function brush(): BundledBrush
    {
        $tip = new BundledTip('Dot', TipKind::TwoInk, [['path' => 'tips/a.png', 'width' => 12, 'height' => 10], ['path' => 'tips/b.png', 'width' => 12, 'height' => 10]], 300, 'sources/x.json');
        $settings = BrushSettings::read(['kind' => 'two-ink', 'inks' => ['main' => '#102030', 'second' => '#ffffff'], 'settings' => ['size' => ['base' => 33.25]]]);
        $now = new BundledVersion($settings, 5, $tip, new BundledTip('Bite', TipKind::InkMask, [['path' => 'tips/c.png', 'width' => 4, 'height' => 4]]), new BundledTooth('Sand', 'teeth/d.png', 64));

        return new BundledBrush('Crème', $now, "Two\nlines", ['wet'], 'makers/m.json', 'CC-BY-4.0', '2026-11-29', ['flow'], 'loops', 'strips/p.png', 'strips/0001-creme.png', [new BundledVersion($settings, 4, $tip, kept: '2026-11-28T10:00:00Z')], ['smell' => 'salt', 'settings' => ['settings' => ['glitter' => ['base' => 1]]]]);
    }

    public function test_all_that_is_written_is_read_again(): void
    {
        $brush = self::brush();
        self::assertEquals($brush, BundledBrush::read($brush->toJson()));
        self::assertSame($brush->toJson(), BundledBrush::read($brush->toJson())->toJson());
        self::assertSame(['tips/a.png', 'tips/b.png', 'tips/c.png', 'teeth/d.png', 'makers/m.json', 'strips/p.png', 'strips/0001-creme.png', 'sources/x.json'], $brush->paths());
        $maker = new BundledMaker('Ines', 'MIT', 'note', 'makers/a.png', null);
        self::assertEquals($maker, BundledMaker::read($maker->toJson()));
        $origin = new BundledOrigin([['name' => 'Scan', 'path' => 'sources/a.jpg', 'origin' => 'scanner', 'dpi' => 600, 'cutList' => CutList::read(['steps' => [['step' => 'centre']]])]], CutList::read(['steps' => [['step' => 'trim']]]), true);
        self::assertEquals($origin, BundledOrigin::read($origin->toJson()));
        $manifest = new Manifest('Shore', 'note', 'makers/m.json', 'MIT', '2026-11-29', ['brushes/0001-creme.json'], [new BundledSet('Shore', '', null, [0], ['colour' => 'blue'])], [['name' => 'Mine', 'path' => 'recordings/0001-mine.inkml']], [Entry::of('tips/a.png', 'a'), Entry::of('tips/b.png', 'bb')], ['later' => true]);
        self::assertEquals($manifest, Manifest::read($manifest->toJson()));
    }

    /** Every example brush goes through a bundle unchanged: with the same picture and roll it paints the same. */
    public function test_the_example_brushes_travel_unchanged(): void
    {
        $files = glob(dirname(__DIR__, 3).'/docs/strokes/*.json') ?: [];
        self::assertGreaterThanOrEqual(10, count($files));
        foreach ($files as $file) {
            $json = (array) json_decode((string) file_get_contents($file), true);
            $settings = BrushSettings::read($json['brush'] ?? $json);
            $version = new BundledVersion($settings, 7, new BundledTip('x', $settings->tipKind, [['path' => 'tips/a.png', 'width' => 1, 'height' => 1]]));
            $again = BundledBrush::read((new BundledBrush('x', $version))->toJson())->now->settings;
            self::assertEquals($settings, $again, $file);
            self::assertSame(json_encode($settings->toArray(), JSON_PRESERVE_ZERO_FRACTION), json_encode($again->toArray(), JSON_PRESERVE_ZERO_FRACTION), $file);
        }
    }

    public function test_entries_are_written_in_their_order_and_with_their_hashes(): void
    {
        $json = json_decode((new Manifest('', entries: [Entry::of('tips/b.png', 'bb'), Entry::of('brushes/a.json', '{}')]))->toJson(), true);
        self::assertSame([
            ['path' => 'brushes/a.json', 'sha256' => hash('sha256', '{}'), 'bytes' => 2],
            ['path' => 'tips/b.png', 'sha256' => hash('sha256', 'bb'), 'bytes' => 2],
        ], $json['entries']);
        self::assertSame(['yarrowfog-bundle', '1.0'], [$json['format'], $json['version']]);
    }

    #[TestWith(['tips/a.png', true])]
    #[TestWith(['tips/A-b_c.9.png', true])]
    #[TestWith(['bundle.json', false])]
    #[TestWith(['tips/', false])]
    #[TestWith(['/tips/a.png', false])]
    #[TestWith(['tips/../a.png', false])]
    #[TestWith(['tips/..png', false])]
    #[TestWith(['tips/.hidden', false])]
    #[TestWith(['tips/a b.png', false])]
    #[TestWith(['tips\\a.png', false])]
    #[TestWith(["tips/a.png\n", false])]
    #[TestWith(["tips/a\0.png", false])]
    #[TestWith(['tips/ä.png', false])]
    #[TestWith(['Tips/a.png', false])]
    #[TestWith(['a/b/c.png', false])]
    public function test_places_lead_nowhere_but_into_the_bundle(string $path, bool $isPlace): void
    {
        self::assertSame($isPlace, Entry::isPath($path));
    }

    public function test_a_setting_that_a_newer_version_has_is_passed_over_and_one_that_is_wrong_is_not(): void
    {
        $json = (array) json_decode(self::brush()->toJson(), true);
        $json['settings']['settings']['size']['base'] = -5;
        $this->expectException(InvalidInput::class);
        $this->expectExceptionMessage('it must lie between');
        BundledBrush::read((string) json_encode($json));
    }
}
