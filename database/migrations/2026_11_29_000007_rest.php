<?php

declare(strict_types=1);

use App\Store\Blob;
use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/**
 * Tiles hold more than 8 bits, are 64 px wide where they were 128, and a stroke keeps what it changed in each and no longer
 * all that was there before.
 */
return new class extends Migration
{
    /** Each with what a tile belongs to. */
    private const TABLES = ['tiles' => 'layer_id', 'stroke_tiles' => 'stroke_id'];

    public function up(): void
    {
        foreach (array_keys(self::TABLES) as $name) {
            Schema::table($name, function (Blueprint $table): void {
                // What the pixels hold beyond 8 bits; null where that is nothing.
                $table->binary('rest')->nullable();
            });
        }
        DB::transaction(function (): void {
            foreach (DB::table('layers')->pluck('id') as $layer) {
                foreach (DB::table('stroke_tiles')->join('strokes', 'strokes.id', 'stroke_id')->where('layer_id', $layer)->distinct()->pluck('place') as $place) {
                    $this->keepChanges($layer, $place, false);
                    $this->keepChanges($layer, $place, true);
                }
            }
            foreach (self::TABLES as $name => $owner) {
                $this->quarter($name, $owner);
            }
        });
    }

    /** From what stands on the sheet down through all strokes at a place, or up through all that were undone. */
    private function keepChanges(mixed $layer, mixed $place, bool $undone): void
    {
        $here = DB::table('tiles')->where('layer_id', $layer)->where('place', $place)->value('pixels');
        $strokes = DB::table('strokes')->where('layer_id', $layer)->where('undone', $undone)->orderBy('id', $undone ? 'asc' : 'desc');
        foreach ($strokes->pluck('id') as $stroke) {
            $row = DB::table('stroke_tiles')->where('stroke_id', $stroke)->where('place', $place);
            if (! $row->exists()) {
                continue;
            }
            $other = $row->value('pixels');
            if (is_string($here) && is_string($other)) {
                $row->update(['pixels' => self::packed((string) gzuncompress($here) ^ (string) gzuncompress($other))]);
            }
            $here = $other;
        }
    }

    private function quarter(string $name, string $owner): void
    {
        DB::table($name)->update(['place' => DB::raw("'old ' || place")]);
        foreach (DB::table($name)->get([$owner, 'place']) as $row) {
            $old = DB::table($name)->where($owner, $row->$owner)->where('place', $row->place);
            $pixels = $old->value('pixels');
            [, $column, $line] = array_map(intval(...), explode(' ', is_string($row->place) ? $row->place : ''));
            $halves = is_string($pixels) ? str_split((string) gzuncompress($pixels), 4 * 64) : null;
            for ($i = 0; $i < 4; $i++) {
                DB::table($name)->insert([
                    $owner => $row->$owner,
                    'place' => 2 * $column + $i % 2 .' '.(2 * $line + intdiv($i, 2)),
                    'pixels' => $halves === null ? null : self::packed(self::part($halves, $i)),
                ]);
            }
            $old->delete();
        }
    }

    /** @param  list<string>  $halves  of rows of 128 pixels */
    private static function part(array $halves, int $i): string
    {
        $out = '';
        for ($row = 0; $row < 64; $row++) {
            $out .= $halves[2 * ($row + 64 * intdiv($i, 2)) + $i % 2];
        }

        return $out;
    }

    private static function packed(string $bytes): Blob
    {
        return new Blob((string) gzcompress($bytes, 1));
    }

    public function down(): void
    {
        throw new RuntimeException('Paint of more than 8 bits cannot be put back into 8.');
    }
};
