<?php

declare(strict_types=1);

use App\Pictures\PictureFile;
use Tests\Attack\Client;
use Tests\Attack\HostileInput;
use Tests\Browser\Application;
use Yarrowfog\Core\Form\FieldValues;
use Yarrowfog\Core\JsonReader;
use Yarrowfog\Core\Make\SampleCamera;

require __DIR__.'/../vendor/autoload.php';

/*
 * Many pens at once, each on a sheet of its own, as browsers drive them: the next piece is sent when the one before it was
 * answered, with all samples that came meanwhile, and the whole trace when the pen lifts.   php bench/pens.php [PENS [SECONDS [TIPS]]]
 * So many tips of 12 megapixels are made meanwhile.
 *
 * Told are the ms from a sample to the answer that holds its ink, from the lifted pen to its answer, how often a whole
 * trace had to be sent again, and whether every stroke is in the library.
 */

/** One pen, its stroke and what it waits for. */
final class Pen
{
    /** ms between two samples, and of one stroke and the pause after it. */
    private const EVERY = 8.0;

    private const STROKE = 1200.0;

    private const PAUSE = 400.0;

    public string $stroke = '';

    private float $begun = 0.0;

    private int $sent = 0;

    /** @var array<string, mixed>|null */
    private ?array $state = null;

    private bool $isLast = false;

    /** Samples of the request that is under way. */
    private int $until = 0;

    private float $asked = 0.0;

    public function __construct(private readonly int $number, private readonly int $sheet, private readonly int $brush)
    {
    }

    /** @return array{string, string}|null path and body of what it sends now; null while it has nothing to send */
    public function next(float $now): ?array
    {
        if ($this->stroke === '' || ($this->isLast && $now - $this->begun > self::STROKE + self::PAUSE)) {
            [$this->stroke, $this->begun, $this->sent, $this->state, $this->isLast] = [self::uuid(), $now, 0, null, false];
        }
        if ($this->isLast) {
            return null;
        }
        $there = (int) min(floor(($now - $this->begun) / self::EVERY), self::STROKE / self::EVERY);
        $this->isLast = $there >= self::STROKE / self::EVERY;
        if ($there <= $this->sent && ! $this->isLast) {
            return null;
        }
        [$this->until, $this->asked] = [$there, $now];
        $from = $this->isLast || $this->state === null ? 0 : $this->sent;
        $order = ['stroke' => $this->stroke, 'brush' => $this->brush, 'size' => 64, 'roll' => $this->number, 'realPressure' => true, 'samples' => array_map($this->sample(...), range($from, max($from, $there - 1)))];

        return ["/sheets/{$this->sheet}/pen/".($this->isLast ? 'strokes' : 'pieces')."?stroke={$this->stroke}", json_encode([...$order, ...$this->state === null ? [] : ($this->isLast ? ['seen' => $this->state['piece']] : ['state' => $this->state])], JSON_THROW_ON_ERROR)];
    }

    /**
     * @param  array<string, mixed>  $words
     * @return array{list<float>, list<float>, bool} ms of samples, of a lifted pen, and whether all must be sent again
     */
    public function answered(float $now, array $words): array
    {
        if ($this->isLast) {
            return [[], [$now - $this->asked], false];
        }
        if (($words['again'] ?? false) === true) {
            $this->state = null;

            return [[], [], true];
        }
        $this->state = is_array($words['state'] ?? null) ? $words['state'] : null;
        $took = [];
        // A piece of path is certain when the sample after its end is known.
        for ($i = $this->sent; $i < $this->until - 1; $i++) {
            $took[] = $now - ($this->begun + $i * self::EVERY);
        }
        $this->sent = $this->until;

        return [$took, [], false];
    }

    /** @return array{float, float, float, float} */
    private function sample(int $i): array
    {
        $part = $i * self::EVERY / self::STROKE;

        return [$i * self::EVERY, round(80 + 1040 * $part, 2), round(350 + 220 * sin(9 * $part + $this->number), 2), round(0.3 + 0.6 * $part, 3)];
    }

    private static function uuid(): string
    {
        return (string) preg_replace('/^(.{8})(.{4})(.{4})(.{4})(.{12})$/', '$1-$2-$3-$4-$5', bin2hex(random_bytes(16)));
    }
}

[$count, $seconds, $tips] = [(int) ($argv[1] ?? 20), (float) ($argv[2] ?? 60), (int) ($argv[3] ?? 0)];
$app = new Application(withDemo: true);
try {
    $library = new PDO("sqlite:{$app->folder}/yarrowfog.sqlite");
    $pens = [];
    for ($i = 0; $i < $count; $i++) {
        $library->exec("INSERT INTO sheets (name, width, height, created_at, updated_at) VALUES ('Pen {$i}', 1200, 700, datetime(), datetime())");
        $sheet = (int) $library->lastInsertId();
        $library->exec("INSERT INTO layers (sheet_id, name, position, created_at, updated_at) VALUES ({$sheet}, 'Paint', 0, datetime(), datetime())");
        $pens[] = new Pen($i, $sheet, 1 + $i % 6);
    }
    // Workers have warmed up by the time a painter has opened a sheet.
    sleep(3);
    $isWhole = report($pens, painted($app->url, $pens, $seconds, $tips > 0 ? making($app, $tips) : []), $library, $tips);
} finally {
    $app->remove();
}
exit($isWhole ? 0 : 1);

/** @return list<CurlHandle> */
function making(Application $app, int $tips): array
{
    $client = new Client($app);
    $photo = SampleCamera::make(FieldValues::read(SampleCamera::params(), JsonReader::of(['find' => 'net', 'size' => '12 megapixels'])));
    $source = json_decode($client->once(new HostileInput('photo', 'POST', '/sources', PictureFile::encode($photo->width, $photo->height, $photo->toBytes(), 'jpeg'), ['picture', 'net.jpg'])), true);
    $list = ['kind' => 'own colours', 'steps' => [
        ['step' => 'clear-colour', 'numbers' => ['places' => [[0.05, 0.5]], 'tolerance' => 0.15, 'reach' => 'everywhere']],
        ['step' => 'lift-backing'],
        ['step' => 'specks', 'numbers' => ['islands' => 400, 'holes' => 40]],
        ['step' => 'trim'],
        ['step' => 'scale', 'numbers' => ['side' => 1200]],
    ]];

    return array_map(fn (int $i): CurlHandle => $client->handle(new HostileInput('tip', 'POST', "/cut/{$source['id']}/tip", (string) json_encode(['list' => $list, 'name' => "Tip {$i}"]))), range(1, $tips));
}

/**
 * @param  list<Pen>  $pens
 * @param  list<CurlHandle>  $beside  requests that are under way meanwhile
 * @return array{list<float>, list<float>, int, list<string>, array<int, int>, list<float>, int}
 */
function painted(string $url, array $pens, float $seconds, array $beside): array
{
    $all = curl_multi_init();
    array_map(fn (CurlHandle $one): int => curl_multi_add_handle($all, $one), $beside);
    $pieces = [];
    $made = 0;
    $handles = array_map(fn (): CurlHandle => curl_init(), $pens);
    $busy = [];
    $took = $lifted = $strokes = $codes = [];
    $again = 0;
    $began = hrtime(true) / 1e6;
    do {
        $now = hrtime(true) / 1e6;
        $isOver = $now - $began > 1000 * $seconds;
        foreach ($pens as $i => $pen) {
            $ask = isset($busy[$i]) || ($isOver && $pen->stroke === '') ? null : $pen->next($now);
            if ($ask === null) {
                continue;
            }
            curl_setopt_array($handles[$i], [CURLOPT_URL => $url.$ask[0], CURLOPT_POSTFIELDS => $ask[1], CURLOPT_RETURNTRANSFER => true, CURLOPT_HTTPHEADER => ['Content-Type: application/json', 'Accept: application/json', 'Sec-Fetch-Site: same-origin', 'Expect:']]);
            curl_multi_add_handle($all, $handles[$i]);
            $busy[$i] = true;
        }
        curl_multi_exec($all, $active);
        curl_multi_select($all, 0.002);
        while (($done = curl_multi_info_read($all)) !== false) {
            $i = array_search($done['handle'], $handles, true);
            if ($i === false) {
                $made += curl_getinfo($done['handle'], CURLINFO_RESPONSE_CODE) < 300 ? 1 : 0;
                curl_multi_remove_handle($all, $done['handle']);

                continue;
            }
            $code = (int) curl_getinfo($done['handle'], CURLINFO_RESPONSE_CODE);
            $body = (string) curl_multi_getcontent($done['handle']);
            curl_multi_remove_handle($all, $done['handle']);
            unset($busy[$i]);
            $codes[$code] = ($codes[$code] ?? 0) + 1;
            $length = strlen($body) < 4 ? 0 : (int) hexdec(bin2hex(substr($body, 0, 4)));
            $words = json_decode(substr($body, 4, $length), true);
            [$samples, $lifts, $isAgain] = $pens[$i]->answered(hrtime(true) / 1e6, is_array($words) ? $words : []);
            array_push($took, ...$samples);
            array_push($lifted, ...$lifts);
            // As curl has it: when this loop comes to look at it is no matter of the server's.
            array_push($pieces, ...$lifts === [] ? [1000 * curl_getinfo($done['handle'], CURLINFO_TOTAL_TIME)] : []);
            $again += $isAgain ? 1 : 0;
            if ($lifts !== []) {
                $strokes[] = $pens[$i]->stroke;
                $pens[$i]->stroke = $isOver ? '' : $pens[$i]->stroke;
            }
        }
        $left = count(array_filter($pens, fn (Pen $pen): bool => $pen->stroke !== ''));
    } while (! $isOver || $left > 0);

    return [$took, $lifted, $again, $strokes, $codes, $pieces, $made];
}

/**
 * @param  list<Pen>  $pens
 * @param  array{list<float>, list<float>, int, list<string>, array<int, int>, list<float>, int}  $seen
 */
function report(array $pens, array $seen, PDO $library, int $tips): bool
{
    [$took, $lifted, $again, $strokes, $codes, $pieces, $made] = $seen;
    $at = function (array $values, float $part): float {
        sort($values);

        return (float) ($values[(int) (count($values) * $part)] ?? 0.0);
    };
    $kept = $library->prepare('SELECT count(*) FROM strokes WHERE uuid = ?');
    $lost = count(array_filter($strokes, function (string $uuid) use ($kept): bool {
        $kept->execute([$uuid]);

        return (int) $kept->fetchColumn() !== 1;
    }));
    $other = array_sum(array_diff_key($codes, [200 => 0]));
    printf("%d pens at once, %d strokes%s\n", count($pens), count($strokes), $tips === 0 ? '' : ", beside {$tips} tips of 12 megapixels, of which {$made} were done meanwhile");
    printf("%-66s %8.1f ms\n", 'a piece, 95th percentile', $at($pieces, 0.95));
    printf("%-66s %8.2f %%\n", 'pieces sent again', 100 * $again / max(1, count($pieces)));
    printf("%-66s %8.0f ms\n", 'from a sample to its ink, median', $at($took, 0.5));
    printf("%-66s %8.0f ms\n", 'from a sample to its ink, 95th percentile', $at($took, 0.95));
    printf("%-66s %8.0f ms\n", 'from the lifted pen to the stroke in the library, median', $at($lifted, 0.5));
    printf("%-66s %8.0f ms\n", 'from the lifted pen to the stroke in the library, 95th percentile', $at($lifted, 0.95));
    printf("%-66s %8d\n", 'whole traces sent again', $again);
    printf("%-66s %8d\n", 'strokes lost', $lost);
    printf("%-66s %8d\n", 'answers other than 200', $other);

    return $lost + $other === 0;
}
