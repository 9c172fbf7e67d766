<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\FrameSet;
use App\Models\Maker;
use App\Models\NamedList;
use App\Models\PenRecording;
use App\Models\Sheet;
use App\Models\Tooth;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Response as IlluminateResponse;
use Illuminate\Routing\Route as Way;
use Illuminate\Support\Facades\Route;
use Illuminate\Support\Str;
use Illuminate\Testing\TestResponse;
use Symfony\Component\HttpFoundation\Response;

/** Whatever is sent to whatever address: an answer, or a sentence that says what is wrong; never a fault of the server. */
final class HostileTest extends FeatureTestCase
{
    /** In place of a number in an address. */
    private const IDS = ['0', '-1', '999999999', '99999999999999999999999999', '1e5', '1.5', 'abc', '%00', '%0a', '%ff%fe', '..%2f..%2fetc', '%3Cscript%3E', "1'--", '%F0%9F%90%9F', '7'];

    /** In place of a body that is JSON. */
    private const BODIES = ['', 'null', '[]', '{}', '{"', '"words"', '17', 'true', '[1,2,3]', '{"zzz":1}', "{\"name\":\"\xff\xfe\"}", '{"name":1e999}', '{"":{"":{"":[]}}}'];

    /** @return list<mixed> in place of a value */
    private static function values(): array
    {
        return [null, true, -1, 0, 1.5, 1e300, PHP_INT_MAX, '', 'x', "\u{0}", "\u{202e}\u{7}", '<script>alert(1)</script>', str_repeat('a', 20000), [], [[]], ['x'], [1, 2], [null], ['a' => 1], [[[[[1]]]]], [-1, 1e300, 'x', null]];
    }

    /** @var array<string, string> what stands in an address, by the name of its part */
    private array $parts = [];

    protected function setUp(): void
    {
        parent::setUp();
        $brush = $this->brush(['size' => ['base' => 20]]);
        $brush->keep();
        $brush->update(['name' => 'Kept']);
        $source = $this->source();
        $sheet = Sheet::blank('Sheet', 120, 90);
        $uuid = (string) Str::uuid();
        $this->postJson("/sheets/{$sheet->id}/pen/strokes", ['stroke' => $uuid, 'brush' => $brush->id, 'roll' => 1, 'samples' => [[0, 40, 40, 1], [20, 80, 60, 1]]])->assertOk();
        $set = FrameSet::query()->create(['name' => 'Set', 'cut_list' => null, 'frames' => [['source' => $source->id, 'own' => null], ['source' => $source->id, 'own' => null]], 'evened' => false]);
        $this->parts = [
            'source' => (string) $source->id, 'brush' => (string) $brush->id, 'sheet' => (string) $sheet->id, 'tip' => (string) $brush->tip_id, 'set' => (string) $set->id,
            'layer' => (string) $sheet->layer()->id, 'stroke' => (string) $sheet->layer()->standing()->firstOrFail()->id, 'version' => '1', 'revision' => '1', 'id' => '1',
            'way' => 'shape', 'key' => 'shape', 'format' => 'png', 'job' => $uuid, 'part' => 'strip', 'frame' => '0', 'movement' => 'loops', 'name' => 'slate', 'which' => 'mark', 'delivery' => $uuid, 'place' => '1', 'copy' => '20261129-100000-000000-by-hand', 'ending' => 'png',
            'list' => (string) (NamedList::query()->first()->id ?? 1), 'maker' => (string) (Maker::query()->first()->id ?? 1), 'tooth' => (string) (Tooth::query()->first()->id ?? 1), 'recording' => (string) (PenRecording::query()->first()->id ?? 1),
        ];
    }

    /** @return list<Way> those that take away come last */
    private static function ways(): array
    {
        // To start over needs a database in a file, and takes the library away from under the others: CopiesTest has it.
        $ways = array_values(array_filter(Route::getRoutes()->getRoutes(), fn (Way $way): bool => ! str_starts_with($way->uri(), '_') && ! str_starts_with($way->uri(), 'storage') && $way->getName() !== 'library.over'));
        usort($ways, fn (Way $a, Way $b): int => (int) in_array('DELETE', $a->methods(), true) <=> (int) in_array('DELETE', $b->methods(), true));

        return $ways;
    }

    /** @param  array<string, string>  $with */
    private function address(Way $way, array $with = []): string
    {
        return '/'.preg_replace_callback('/\{(\w+)\??\}/', fn (array $m): string => $with[$m[1]] ?? $this->parts[$m[1]] ?? '1', ltrim($way->uri(), '/'));
    }

    /** @return TestResponse<Response> */
    private function ask(string $method, string $address, string $body): TestResponse
    {
        return $this->call($method, $address, [], [], [], ['CONTENT_TYPE' => 'application/json', 'HTTP_ACCEPT' => 'application/json', 'HTTP_SEC_FETCH_SITE' => 'same-origin'], $body);
    }

    /** @var list<string> what did not hold */
    private array $wrong = [];

    /** @param  TestResponse<Response>  $answer */
    private function look(TestResponse $answer, string $what): void
    {
        $status = $answer->getStatusCode();
        $words = $status < 400 ? null : json_decode((string) $answer->getContent(), true);
        $sentence = is_array($words) && is_string($words['message'] ?? null) ? $words['message'] : null;
        if ($status >= 500 || ($status >= 400 && $sentence === null) || ($status === 422 && mb_strlen((string) $sentence) < 12)) {
            $fault = $answer->baseResponse instanceof IlluminateResponse || $answer->baseResponse instanceof JsonResponse ? $answer->baseResponse->exception : null;
            $this->wrong[] = mb_scrub("{$status} {$what}: ".mb_substr(($fault === null ? (string) $answer->getContent() : $fault->getMessage().' at '.basename($fault->getFile()).':'.$fault->getLine()), 0, 200));
        }
    }

    public function test_addresses_with_parts_that_are_none(): void
    {
        $count = 0;
        foreach (self::ways() as $way) {
            foreach ($way->parameterNames() as $part) {
                foreach (self::IDS as $id) {
                    $method = $way->methods()[0];
                    $address = $this->address($way, [$part => $id]);
                    $this->look($this->ask($method, $address, '{}'), "{$method} {$address}");
                    $count++;
                }
            }
        }
        self::assertGreaterThan(1000, $count);
        self::assertSame([], $this->wrong);
    }

    public function test_bodies_that_are_none_and_values_of_every_wrong_kind(): void
    {
        $count = 0;
        foreach (self::ways() as $turn => $way) {
            $method = $way->methods()[0];
            if ($method === 'GET') {
                continue;
            }
            $address = $this->address($way);
            $keys = [];
            foreach (self::BODIES as $body) {
                $answer = $this->ask($method, $address, $body);
                $this->look($answer, "{$method} {$address} ".mb_scrub(substr($body, 0, 60)));
                // An answer to a key that it does not know tells which ones it does.
                if ($body === '{"zzz":1}' && preg_match('/Known: (.*)\.$/', (string) (((array) json_decode((string) $answer->getContent(), true))['message'] ?? ''), $m) === 1) {
                    $keys = explode(', ', $m[1]);
                }
                $count++;
            }
            // Each key takes a third of the values, in turn: all of them together take minutes, and bin/test hostile tries more.
            foreach ($keys as $n => $key) {
                foreach (array_filter(self::values(), fn (int $v): bool => ($v + $n + $turn) % 3 === 0, ARRAY_FILTER_USE_KEY) as $value) {
                    $body = (string) json_encode([$key => $value]);
                    $this->look($this->ask($method, $address, $body), "{$method} {$address} ".mb_substr($body, 0, 90));
                    $count++;
                }
            }
        }
        self::assertGreaterThan(2000, $count);
        self::assertSame([], $this->wrong);
    }

    public function test_questions_that_are_none(): void
    {
        foreach (self::ways() as $way) {
            if ($way->methods()[0] !== 'GET') {
                continue;
            }
            foreach (['as=%ff', 'as[]=1&layer[]=2&within[]=3&job[]=4', 'layer=-1', 'layer=999999999999999999999999', 'within=1e999', 'brush=%00', 'greys=-5', 'page=-1&frame=9999999999999999999999', 'paper[a]=b&bits=17&ready[]=1'] as $query) {
                $address = $this->address($way)."?{$query}";
                $this->look($this->ask('GET', $address, ''), "GET {$address}");
            }
        }
        self::assertSame([], $this->wrong);
    }
}
