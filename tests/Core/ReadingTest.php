<?php

declare(strict_types=1);

namespace Tests\Core;

use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Json;
use Yarrowfog\Core\JsonReader;

final class ReadingTest extends TestCase
{
    public function test_values_come_out_with_their_types_and_defaults(): void
    {
        $r = JsonReader::of(['a' => 3, 'b' => 2.5, 'c' => 'sea', 'd' => true, 'e' => null, 'f' => ['g' => 1]]);
        self::assertSame(3.0, $r->number('a', 0, 9));
        self::assertSame(3, $r->integer('a', 0, 9));
        self::assertSame(2.5, $r->number('b', 0, 9));
        self::assertSame('sea', $r->text('c'));
        self::assertTrue($r->flag('d'));
        self::assertSame(7.0, $r->number('e', 0, 9, 7));
        self::assertSame(1, $r->object('f')->integer('g', 0, 9));
        self::assertSame('f.g', $r->object('f')->name('g'));
        self::assertSame($r, JsonReader::of($r));
    }

    /** @param  array<string, mixed>  $json */
    #[TestWith([['a' => 2.5], '“a” must be a whole number.'])]
    #[TestWith([['a' => true], '“a” must be a number.'])]
    #[TestWith([['a' => INF], '“a” must be a number.'])]
    #[TestWith([['a' => 12], '“a” is 12; it must lie between 0 and 9.'])]
    #[TestWith([['a' => 1e308], '“a” is 1.0e+308; it must lie between 0 and 9.'])]
    #[TestWith([['a' => -0.00001], '“a” is -1.0e-5; it must lie between 0 and 9.'])]
    #[TestWith([[], '“a” is missing.'])]
    public function test_a_wrong_number_is_named(array $json, string $sentence): void
    {
        $this->expectExceptionObject(new InvalidInput('a', $sentence));
        JsonReader::of($json)->integer('a', 0, 9);
    }

    public function test_lists_are_lists_and_not_too_long(): void
    {
        self::assertCount(2, JsonReader::of(['l' => [[1], [2]]])->each('l'));
        foreach ([['l' => ['x' => [1]]], ['l' => [1, 2]], ['l' => array_fill(0, 4, [])]] as $wrong) {
            try {
                JsonReader::of($wrong)->each('l', 3);
                self::fail('It was taken: '.json_encode($wrong));
            } catch (InvalidInput $e) {
                self::assertStringStartsWith('l', $e->key);
            }
        }
    }

    #[TestWith(['{"size": {"base": NaN}}', 'base'])]
    #[TestWith(['{"roll": -Infinity}', 'roll'])]
    #[TestWith(['{"roll": 1', ''])]
    #[TestWith(['', ''])]
    public function test_what_is_no_json_is_refused(string $json, string $key): void
    {
        try {
            Json::decode($json);
            self::fail('It was taken.');
        } catch (InvalidInput $e) {
            self::assertSame($key, $e->key);
        }
    }

    public function test_a_name_that_says_nan_is_no_number(): void
    {
        self::assertSame(['name' => 'Nan'], Json::decode('{"name": "Nan"}'));
    }

    /** A sentence may quote a file that is no text: told as JSON, it must not fail. */
    public function test_bytes_that_are_no_text_can_be_told(): void
    {
        $e = new InvalidInput("a\xff", "“\xc3\x28” is no number.");
        self::assertSame(['a?', '“?(” is no number.'], [$e->key, $e->getMessage()]);
        self::assertIsString(json_encode([$e->key => $e->getMessage()]));
    }
}
