<?php

declare(strict_types=1);

namespace App\Cutting;

use App\Models\Source;
use App\Painting\LiveCache;
use App\Store\AtomicFile;
use App\Store\Memory;
use Yarrowfog\Core\Cut\CutList;
use Yarrowfog\Core\Cut\Placement;
use Yarrowfog\Core\Cut\Replay;
use Yarrowfog\Core\Raster\Bitmap;

/**
 * A replay that was stopped on its way, kept between two previews: while a slider of one step
 * moves, the steps before it need not be done again. It only saves time.
 *
 * A process that goes on after its request has it at hand. Otherwise there is one file for
 * each source and stop, in memory where the system offers that: a line of JSON, then the pixels.
 */
final readonly class Halfway
{
    private const DRAWER = 'halfway';

    /** Replays at hand: of two sources, before a step at each size, and at the end. */
    private const MOST = 8;

    private string $folder;

    public function __construct(private Memory $memory)
    {
        $this->folder = LiveCache::folder(storage_path('yarrowfog/live')).'/cut';
    }

    /** @param  string  $stop  a name of the place on the way */
    public function find(Source $source, string $stop, CutList $list, int $steps): ?Replay
    {
        $held = $this->memory->recall(self::DRAWER, "{$source->id} {$stop}", HeldReplay::class);
        if ($held !== null && $held->key === self::key($source, $list, $steps)) {
            return $held->replay;
        }
        $bytes = @file_get_contents($this->path($source, $stop));
        $end = is_string($bytes) ? strpos($bytes, "\n") : false;
        if (! is_string($bytes) || $end === false) {
            return null;
        }
        $head = json_decode(substr($bytes, 0, $end), true);
        if (! is_array($head) || ($head['key'] ?? null) !== self::key($source, $list, $steps) || ! is_array($head['inputs'] ?? null) || ! is_array($head['placement'] ?? null)) {
            return null;
        }
        $placement = Placement::fromArray(self::numbers($head['placement']));
        $inputs = array_map(fn (mixed $p): Placement => Placement::fromArray(self::numbers($p)), array_values($head['inputs']));

        if (strlen($bytes) - $end - 1 !== 4 * $placement->width * $placement->height) {
            return null;
        }
        $picture = Bitmap::fromBytes($placement->width, $placement->height, substr($bytes, $end + 1));

        return ($head['onPaper'] ?? false) === true ? Replay::onPaper($picture, $placement, $inputs) : new Replay($picture, $placement, $inputs);
    }

    public function keep(Source $source, string $stop, CutList $list, int $steps, Replay $replay): void
    {
        $key = self::key($source, $list, $steps);
        if ($this->memory->lasts) {
            $this->memory->hold(self::DRAWER, "{$source->id} {$stop}", new HeldReplay($key, $replay), self::MOST);

            return;
        }
        $head = json_encode([
            'key' => $key,
            'placement' => $replay->placement->toArray(),
            'onPaper' => $replay->onPaper !== null,
            'inputs' => array_map(fn (Placement $p): array => $p->toArray(), $replay->inputs),
        ], JSON_THROW_ON_ERROR);
        AtomicFile::write($this->path($source, $stop), $head."\n".($replay->onPaper ?? $replay->picture)->toBytes());
    }

    /** @return list<float> */
    private static function numbers(mixed $list): array
    {
        $out = [];
        foreach (is_array($list) ? $list : [] as $v) {
            $out[] = is_numeric($v) ? (float) $v : 0.0;
        }

        return $out;
    }

    private static function key(Source $source, CutList $list, int $steps): string
    {
        return hash('xxh128', $source->hash.$list->kind->value.json_encode(array_slice($list->toArray()['steps'], 0, $steps), JSON_THROW_ON_ERROR));
    }

    private function path(Source $source, string $stop): string
    {
        return "{$this->folder}/{$source->id}.".strtr($stop, ' ', '-');
    }
}
