<?php

declare(strict_types=1);

namespace Tests\Core\Format;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yarrowfog\Core\Format\InkMl\InkMlReader;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Stroke\Sample;
use Yarrowfog\Core\Stroke\Trace;

/** Small InkML files (W3C Recommendation, 2011), legal ones with the places they stand for, illegal ones with the words that name the fault. */
final class InkMlCorpusTest extends TestCase
{
    private const XY = '<channel name="X" type="decimal"/><channel name="Y" type="decimal"/>';

    /** @return array<string, array{string, list<list<array{float|int, float|int}>>}> body of the file; strokes of x, y, moved so that the least are 0 */
    public static function legal(): array
    {
        $t = fn (string $points): string => "<trace>{$points}</trace>";
        $format = fn (string $channels): string => "<traceFormat>{$channels}</traceFormat>";
        $context = fn (string $id, string $inside): string => "<context xml:id=\"{$id}\">{$inside}</context>";
        $affine = fn (string $figures): string => "<canvasTransform xml:id=\"m\"><mapping type=\"affine\"><affine>{$figures}</affine></mapping></canvasTransform>";

        return [
            // Figures
            'plain' => [$t('1 2, 3 4'), [[[0, 0], [2, 2]]]],
            'one point' => [$t('7 9'), [[[0, 0]]]],
            'no spaces after commas' => [$t('1 2,3 4,5 6'), [[[0, 0], [2, 2], [4, 4]]]],
            'signs' => [$t('-1 +2, +3 -4'), [[[0, 6], [4, 0]]]],
            'signs part figures' => [$t('10-5,12-3'), [[[0, 0], [2, 2]]]],
            'decimals' => [$t('1.5 .5, 2. 1e1'), [[[0, 0], [0.5, 9.5]]]],
            'hexadecimal' => [$t('#A #1F, #14 #20'), [[[0, 0], [10, 1]]]],
            'negative hexadecimal' => [$t('-#1A 0, #1A 0'), [[[0, 0], [52, 0]]]],
            'small hexadecimal' => [$t('#ff 0, #100 0'), [[[0, 0], [1, 0]]]],
            'a trailing comma' => [$t('1 2, 3 4,'), [[[0, 0], [2, 2]]]],
            'a trailing comma and space' => [$t("1 2, 3 4, \n"), [[[0, 0], [2, 2]]]],
            'line breaks' => [$t("\n 1 2,\n 3\t4\n"), [[[0, 0], [2, 2]]]],
            // Differences
            'differences' => [$t("10 10,'5'6,7 8"), [[[0, 0], [5, 6], [12, 14]]]],
            'differences of differences' => [$t("10 10,'5'6,\"1\"2,1 0"), [[[0, 0], [5, 6], [11, 14], [18, 22]]]],
            'plain again' => [$t("10 10,'5'6,!1!2"), [[[9, 8], [14, 14], [0, 0]]]],
            'a mark for one channel' => [$t("10 10,'5 20,5 30"), [[[0, 0], [5, 10], [10, 20]]]],
            'packed marks' => [$t("1125 18432,'23'43,\"7\"-8,3-5,7 -3"), [[[0, 0], [23, 43], [53, 78], [86, 108], [126, 135]]]],
            // Wildcards
            '* repeats a value' => [$t('5 6,* 8,9 *'), [[[0, 0], [0, 2], [4, 2]]]],
            '* goes on with the velocity' => [$t("0 0,'5'1,* *,* *"), [[[0, 0], [5, 1], [10, 2], [15, 3]]]],
            '* goes on with the acceleration' => [$t("0 0,'2'0,\"3\"0,* *,* *"), [[[0, 0], [2, 0], [7, 0], [15, 0], [26, 0]]]],
            '* of one channel only' => [$t("0 0,'5'1,* 4"), [[[0, 0], [5, 1], [10, 5]]]],
            '* then another figure' => [$t("0 0,'5'0,* 0,1 0"), [[[0, 0], [5, 0], [10, 0], [11, 0]]]],
            '? is the last value' => [$t('5 6,? 8,9 ?'), [[[0, 0], [0, 2], [4, 2]]]],
            '? leaves the velocity alone' => [$t("0 0,'5'1,? ?,* *"), [[[0, 0], [5, 1], [5, 1], [10, 2]]]],
            // Formats
            'Y first' => [$format('<channel name="Y"/><channel name="X"/>').$t('1 2, 4 3'), [[[0, 0], [1, 3]]]],
            'more channels' => [$format(self::XY.'<channel name="F"/>').$t('1 2 0.5, 3 4 1'), [[[0, 0], [2, 2]]]],
            'booleans' => [$format(self::XY.'<channel name="S" type="boolean"/>').$t('1 2 T, 3 4 F'), [[[0, 0], [2, 2]]]],
            'intermittent, left out' => [$format(self::XY.'<intermittentChannels><channel name="F"/></intermittentChannels>').$t('1 2, 3 4 0.5'), [[[0, 0], [2, 2]]]],
            'inches' => [$format('<channel name="X" units="in"/><channel name="Y" units="in"/>').$t('0 0, 1 2'), [[[0, 0], [96, 192]]]],
            'millimetres' => [$format('<channel name="X" units="mm"/><channel name="Y" units="mm"/>').$t('0 0, 25.4 12.7'), [[[0, 0], [96, 48]]]],
            'upwards' => [$format('<channel name="X"/><channel name="Y" orientation="-ve"/>').$t('0 0, 1 2'), [[[0, 2], [1, 0]]]],
            // Contexts
            'a context stays' => [$context('c', $format('<channel name="Y"/><channel name="X"/>')).$t('1 2, 4 3').$t('1 2'), [[[0, 0], [1, 3]], [[0, 0]]]],
            'a context by name' => ['<definitions>'.$context('c', $format('<channel name="Y"/><channel name="X"/>')).'</definitions><trace contextRef="#c">1 2, 4 3</trace>', [[[0, 0], [1, 3]]]],
            'one in definitions changes nothing' => ['<definitions>'.$context('c', $format('<channel name="Y"/><channel name="X"/>')).'</definitions>'.$t('1 2, 4 3'), [[[0, 0], [3, 1]]]],
            'a format that is only defined, forgotten' => ['<definitions>'.$format('<channel name="F"/><channel name="Y"/><channel name="X"/>').'</definitions>'.$t('9 1 2, 9 4 3'), [[[0, 0], [1, 3]]]],
            'a context in a group ends with it' => ['<traceGroup>'.$context('c', $format('<channel name="Y"/><channel name="X"/>')).$t('1 2, 4 3').'</traceGroup>'.$context('d', $format(self::XY)).$t('1 2, 4 3'), [[[1, 0], [2, 3]], [[0, 1], [3, 2]]]],
            'a group inside a group' => ['<definitions>'.$context('yx', $format('<channel name="Y"/><channel name="X"/>')).$context('xy', $format(self::XY)).'</definitions><traceGroup contextRef="#yx"><traceGroup contextRef="#xy">'.$t('0 5').'</traceGroup>'.$t('0 5').'</traceGroup>'.$t('0 5'), [[[0, 5]], [[5, 0]], [[0, 5]]]],
            'a context from another' => ['<definitions>'.$context('c', $format('<channel name="Y"/><channel name="X"/>')).'</definitions><context xml:id="d" contextRef="#c"/>'.$t('1 2, 4 3'), [[[0, 0], [1, 3]]]],
            'an ink source' => ['<definitions><inkSource xml:id="s">'.$format('<channel name="Y"/><channel name="X"/>').'</inkSource></definitions><context xml:id="d" inkSourceRef="#s"/>'.$t('1 2, 4 3'), [[[0, 0], [1, 3]]]],
            // Traces
            'several' => [$t('0 0, 1 1').$t('5 5'), [[[0, 0], [1, 1]], [[5, 5]]]],
            'in a group' => ['<traceGroup>'.$t('0 0').$t('5 5').'</traceGroup>', [[[0, 0]], [[5, 5]]]],
            'a lifted pen is no trace' => [$t('0 0').'<trace type="penUp">9 9</trace>'.$t('5 5'), [[[0, 0]], [[5, 5]]]],
            'an empty trace is none' => [$t('0 0').'<trace> </trace>'.$t('5 5'), [[[0, 0]], [[5, 5]]]],
            'a continued trace' => ['<trace xml:id="a" continuation="begin">0 0, 1 1</trace><trace xml:id="b" continuation="end" priorRef="#a">2 2, 3 3</trace>', [[[0, 0], [1, 1], [2, 2], [3, 3]]]],
            'continued twice' => ['<trace xml:id="a" continuation="begin">0 0</trace><trace xml:id="b" continuation="middle" priorRef="#a">2 2</trace><trace continuation="end" priorRef="#b">3 3</trace>', [[[0, 0], [2, 2], [3, 3]]]],
            'continued past another' => ['<trace xml:id="a" continuation="begin">0 0</trace>'.$t('9 9').'<trace continuation="end" priorRef="#a">3 3</trace>', [[[0, 0], [3, 3]], [[9, 9]]]],
            'annotations are passed over' => ['<annotation type="text">a name</annotation>'.$t('1 2'), [[[0, 0]]]],
            // Canvas
            'moved and scaled' => ['<definitions>'.$affine('2 0 10, 0 3 20').'</definitions><context xml:id="c" canvasTransformRef="#m"/>'.$t('0 0, 5 7'), [[[0, 0], [10, 21]]]],
            'turned' => [$context('c', $affine('0 -1 0 1 0 0')).$t('0 0, 5 7'), [[[7, 0], [0, 5]]]],
            'in a context by name' => ['<definitions>'.$context('c', $affine('2 0 0 0 2 0')).'</definitions><trace contextRef="#c">0 0, 5 7</trace>', [[[0, 0], [10, 14]]]],
            'one after another' => [$context('c', '<canvasTransform><mapping type="product"><mapping type="affine"><affine>1 0 3 0 1 0</affine></mapping><mapping type="affine"><affine>2 0 0 0 1 0</affine></mapping></mapping></canvasTransform>').$t('0 0, 5 7').'<trace contextRef="#none">0 0</trace>', [[[6, 0], [16, 7]], [[0, 0]]]],
            'left as it is' => [$context('c', '<canvasTransform><mapping type="identity"/></canvasTransform>').$t('0 0, 5 7'), [[[0, 0], [5, 7]]]],
        ];
    }

    /** @param  list<list<array{float|int, float|int}>>  $strokes */
    #[DataProvider('legal')]
    public function test_a_legal_file_is_read_as_it_is_meant(string $body, array $strokes): void
    {
        $read = InkMlReader::read("<ink xmlns=\"http://www.w3.org/2003/InkML\">{$body}</ink>")->strokes;
        $places = array_map(fn (Trace $t): array => array_map(fn (Sample $s): array => [round($s->x, 6), round($s->y, 6)], $t->samples), $read);
        self::assertSame(array_map(fn (array $s): array => array_map(fn (array $p): array => array_map(floatval(...), $p), $s), $strokes), $places);
    }

    /** @return array<string, array{string, list<float>}> channel F and its figures; the pressures they mean */
    public static function forces(): array
    {
        return [
            'in per cent' => ['<channel name="F" units="%"/>', '0 0 25, 0 0 100, 0 0 0', [0.25, 1.0, 0.0]],
            'between its ends' => ['<channel name="F" min="0" max="1024"/>', '0 0 256, 0 0 1024', [0.25, 1.0]],
            'from a least' => ['<channel name="F" min="100" max="300"/>', '0 0 200, 0 0 300', [0.5, 1.0]],
            'as parts of one' => ['<channel name="F"/>', '0 0 0.25, 0 0 0.75', [0.25, 0.75]],
            'as parts of the firmest' => ['<channel name="F"/>', '0 0 50, 0 0 200', [0.25, 1.0]],
            'kept by ?' => ['<channel name="F"/>', '0 0 0.25, 0 0 ?', [0.25, 0.25]],
        ];
    }

    /** @param  list<float>  $pressures */
    #[DataProvider('forces')]
    public function test_forces_are_pressures(string $channel, string $points, array $pressures): void
    {
        $format = self::XY;
        $stroke = InkMlReader::read("<ink><traceFormat>{$format}{$channel}</traceFormat><trace>{$points}</trace></ink>")->strokes[0];
        self::assertTrue($stroke->realPressure);
        self::assertEqualsWithDelta($pressures, array_column($stroke->samples, 'pressure'), 1e-9);
    }

    /** @return array<string, array{string, string}> a whole file; words of its refusal */
    public static function illegal(): array
    {
        $ink = fn (string $body): string => "<ink>{$body}</ink>";

        return [
            'nothing' => ['', 'empty'],
            'no XML' => ['hello', 'no well-formed XML'],
            'cut off' => ['<ink><trace>1 2', 'no well-formed XML'],
            'other XML' => ['<svg/>', 'no InkML: it begins with “svg”'],
            'no trace' => [$ink(''), 'no trace'],
            'a document type' => ['<!DOCTYPE ink [<!ENTITY a "1 2">]><ink><trace>&a;</trace></ink>', 'document type'],
            'a word for a figure' => [$ink('<trace>1 2, three 4</trace>'), 'Trace 1, point 2: “three 4” is no figure'],
            'a figure too few' => [$ink('<trace>1 2, 3</trace>'), 'Trace 1, point 2 has 1 figures; its format asks for 2.'],
            'a figure too many' => [$ink('<trace>1 2 3</trace>'), '“3” is no figure that belongs there'],
            'a comma in the middle' => [$ink('<trace>1 2,,3 4</trace>'), 'point 2 has 0 figures'],
            'hexadecimal without digits' => [$ink('<trace># 2</trace>'), 'no figure that belongs there'],
            'no X and Y' => [$ink('<traceFormat><channel name="A"/><channel name="B"/></traceFormat><trace>1 2</trace>'), 'no channels X and Y'],
            'far away' => [$ink('<trace>0 0, 9000000 0</trace>'), '100,000 px'],
            'a mapping that is a table' => [$ink('<context><canvasTransform><mapping type="lookup"/></canvasTransform></context><trace>1 2</trace>'), 'a mapping of type “lookup”'],
            'a matrix too short' => [$ink('<context><canvasTransform><mapping type="affine"><affine>1 0 0 1</affine></mapping></canvasTransform></context><trace>1 2</trace>'), 'six figures'],
        ];
    }

    #[DataProvider('illegal')]
    public function test_an_illegal_file_is_refused_in_words(string $file, string $words): void
    {
        try {
            InkMlReader::read($file);
            self::fail('It was read.');
        } catch (InvalidInput $refusal) {
            self::assertStringContainsString($words, $refusal->getMessage());
        }
    }

    /** @return array<string, array{string, string, list<float>}> units of T and points; ms from the first */
    public static function times(): array
    {
        return [
            'seconds' => ['s', '0 0 1.5, 0 0 1.75', [0.0, 250.0]],
            'milliseconds' => ['ms', '0 0 100, 0 0 108', [0.0, 8.0]],
            'microseconds' => ['us', '0 0 1000, 0 0 5500', [0.0, 4.5]],
            'without a unit' => ['', '0 0 100, 0 0 108', [0.0, 8.0]],
            'without a unit, so short that they are seconds' => ['', '0 0 1.5, 0 0 1.508', [0.0, 8.0]],
            'a clock that steps back' => ['ms', '0 0 100, 0 0 90, 0 0 120', [0.0, 0.0, 20.0]],
        ];
    }

    /** @param  list<float>  $ms */
    #[DataProvider('times')]
    public function test_times_have_units(string $units, string $points, array $ms): void
    {
        $format = self::XY;
        $stroke = InkMlReader::read("<ink><traceFormat>{$format}<channel name=\"T\" units=\"{$units}\"/></traceFormat><trace>{$points}</trace></ink>")->strokes[0];
        self::assertEqualsWithDelta($ms, array_column($stroke->samples, 't'), 1e-9);
    }
}
