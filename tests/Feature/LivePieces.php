<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\Sheet;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\Practice\Movements;

/** Strokes sent in pieces, as a browser sends them. */
trait LivePieces
{
    private const UUID = '0f8fad5b-d9cb-469f-a165-70867728950e';

    /** @var array<string, mixed> what the last piece gave back */
    protected array $state = [];

    /**
     * @param  array<string, mixed>  $settings
     * @return array{Sheet, array<string, mixed>, list<list<float>>}
     */
    protected function begun(array $settings): array
    {
        $samples = array_map(fn ($s): array => [round($s->t, 3), round($s->x, 3), round($s->y, 3), round($s->pressure, 4)], Movements::swell(new Rect(40, 60, 400, 160))->samples);

        return [Sheet::blank('Test', 500, 300), ['stroke' => self::UUID, 'brush' => $this->brush($settings)->id, 'roll' => 7, 'realPressure' => true], $samples];
    }

    /**
     * @param  array<string, mixed>  $order
     * @param  list<list<float>>  $samples
     * @return list<list<array{x: int, y: int, picture: Bitmap}>> what each piece shows
     */
    protected function pieces(Sheet $sheet, array $order, array $samples): array
    {
        $state = [];
        $seen = [];
        // The first piece is too short for a dab, as that of a real pen is.
        foreach ([array_slice($samples, 0, 1), ...array_chunk(array_slice($samples, 1), 17)] as $piece) {
            $answer = self::patches($this->postJson("/sheets/{$sheet->id}/pen/pieces", [...$order, 'samples' => $piece, ...$state]));
            $state = ['state' => $answer['words']['state']];
            $seen[] = $answer['patches'];
        }

        $this->state = $state;

        return $seen;
    }

    /**
     * @param  array<string, int>  $pixels  by place
     * @param  array{x: int, y: int, picture: Bitmap}  $patch
     * @return array<string, int>
     */
    protected static function laid(array $pixels, array $patch): array
    {
        foreach ($patch['picture']->pixels as $i => $pixel) {
            $pixels[($patch['x'] + $i % $patch['picture']->width).' '.($patch['y'] + intdiv($i, $patch['picture']->width))] = $pixel;
        }

        return $pixels;
    }
}
