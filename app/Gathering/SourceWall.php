<?php

declare(strict_types=1);

namespace App\Gathering;

use App\Models\Source;
use App\Models\Tip;
use App\Store\Rows;

/** The sources as Gather shows them: the newest first, a part at a time. */
final class SourceWall
{
    /** Sources that are shown at first, and that come with each step further down. */
    private const PART = 60;

    /**
     * @param  string  $words  each must stand in its name, tags, kind or way in
     * @param  string  $tag  that it must have; '' for any
     * @param  int  $from  how many are shown already
     * @return array{sources: list<array<string, mixed>>, total: int}
     */
    public function part(string $words = '', string $tag = '', int $from = 0): array
    {
        $words = array_values(array_filter(preg_split('/\s+/u', mb_strtolower(trim($words))) ?: [], fn (string $word): bool => $word !== ''));
        $ids = [];
        foreach (self::all() as $id => [$text, $tags]) {
            if (($tag === '' || in_array($tag, $tags, true)) && array_all($words, fn (string $word): bool => str_contains($text, $word))) {
                $ids[] = $id;
            }
        }
        $shown = array_slice($ids, $from, self::PART);
        $asFrames = self::tipsByFrame();
        $sources = Source::query()->with('tips.brushes')->findMany($shown)->keyBy('id');

        return ['sources' => array_values(array_map(fn (Source $source): array => self::card($source, $asFrames[$source->id] ?? []), array_filter(array_map(fn (int $id): ?Source => $sources->get($id), $shown)))), 'total' => count($ids)];
    }

    /** @return list<string> all tags that a source has, in their order */
    public function tags(): array
    {
        $tags = array_values(array_unique(array_merge(...array_column(self::all(), 1))));
        sort($tags);

        return $tags;
    }

    /** @return array<int, array{string, list<string>}> what each is found by, and its tags, the newest first */
    private static function all(): array
    {
        $all = [];
        foreach (Rows::select('SELECT id, name, origin, type, tags FROM sources WHERE deleted_at IS NULL ORDER BY id DESC') as $row) {
            $tags = array_values(array_filter((array) json_decode((string) $row['tags'], true), is_string(...)));
            $all[(int) $row['id']] = [mb_strtolower(implode(' ', [$row['name'], $row['origin'], $row['type'], ...$tags])), $tags];
        }

        return $all;
    }

    /**
     * @param  list<Tip>  $asFrames  tips of several frames, of which it is one
     * @return array<string, mixed>
     */
    private static function card(Source $source, array $asFrames): array
    {
        return [
            'id' => $source->id,
            'name' => $source->name,
            'url' => route('sources.update', $source),
            'cut' => route('cut', $source),
            'thumb' => route('sources.thumb', $source),
            'facts' => $source->facts(),
            'age' => $source->created_at->diffForHumans(),
            'tags' => $source->tags ?? [],
            'tips' => array_values($source->tips->concat($asFrames)->unique('id')->map(fn (Tip $tip): array => ['name' => $tip->name, 'tune' => $tip->brushes->isEmpty() ? null : route('tune', $tip->brushes->firstOrFail())])->all()),
        ];
    }

    /** @return array<int, list<Tip>> tips of several frames, by each source that one of them was cut from */
    private static function tipsByFrame(): array
    {
        $tips = [];
        $ids = array_column(Rows::select('SELECT id FROM tips WHERE frame_set_id IS NOT NULL'), 'id');
        foreach (Tip::query()->with('brushes')->findMany($ids) as $tip) {
            foreach ($tip->pictures() as $frame) {
                if ($frame['source'] !== null) {
                    $tips[$frame['source']][$tip->id] = $tip;
                }
            }
        }

        return array_map(array_values(...), $tips);
    }
}
