<?php

declare(strict_types=1);

use App\Store\BlobStore;
use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** A stroke names the very pictures that it was painted with, so that it can be painted again whatever its brush has become. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('strokes', function (Blueprint $table): void {
            // Hashes and sizes of frames, bite and tooth; null for a fill.
            $table->json('textures')->nullable();
        });
        foreach (DB::table('strokes')->where('is_fill', false)->get(['id', 'brush_id', 'tip_hash']) as $stroke) {
            $brush = DB::table('brushes')->where('id', $stroke->brush_id)->first();
            DB::table('strokes')->where('id', $stroke->id)->update(['textures' => json_encode([
                'frames' => self::frames((string) $stroke->tip_hash),
                'bite' => $brush?->bite_id === null ? null : self::pictures(DB::table('tips')->where('id', $brush->bite_id)->first())[0] ?? null,
                'tooth' => $brush?->tooth_id === null ? null : self::tooth(DB::table('teeth')->where('id', $brush->tooth_id)->first()),
            ], JSON_THROW_ON_ERROR)]);
        }
        Schema::table('strokes', fn (Blueprint $table) => $table->dropColumn('tip_hash'));
    }

    public function down(): void
    {
        Schema::table('strokes', fn (Blueprint $table) => $table->string('tip_hash', 64)->default(''));
        foreach (DB::table('strokes')->whereNotNull('textures')->get(['id', 'textures']) as $stroke) {
            DB::table('strokes')->where('id', $stroke->id)->update(['tip_hash' => json_decode($stroke->textures, true)['frames'][0]['hash'] ?? '']);
        }
        Schema::table('strokes', fn (Blueprint $table) => $table->dropColumn('textures'));
    }

    /** @return list<array{hash: string, width: int, height: int}> of the tip whose first picture had this hash, as it is or as it was before it was made anew */
    private static function frames(string $hash): array
    {
        foreach ([...DB::table('tips')->where('hash', $hash)->get(), ...array_map(fn (object $m): ?object => json_decode($m->was), DB::table('tip_makings')->get()->all())] as $tip) {
            if (($tip->hash ?? '') === $hash) {
                return self::pictures($tip);
            }
        }
        $size = getimagesizefromstring(app(BlobStore::class)->get($hash)) ?: [1, 1];

        return [['hash' => $hash, 'width' => $size[0], 'height' => $size[1], 'kind' => 'ink mask']];
    }

    /** @return list<array{hash: string, width: int, height: int}> */
    private static function pictures(?object $tip): array
    {
        if ($tip === null) {
            return [];
        }
        $frames = is_string($tip->frames ?? null) ? json_decode($tip->frames, true) : json_decode((string) json_encode($tip->frames ?? null), true);

        return array_map(fn (array $p): array => ['hash' => $p['hash'], 'width' => $p['width'], 'height' => $p['height'], 'kind' => (string) $tip->kind], $frames ?: [['hash' => $tip->hash, 'width' => (int) $tip->width, 'height' => (int) $tip->height]]);
    }

    /** @return array{hash: string, width: int, height: int}|null */
    private static function tooth(?object $tooth): ?array
    {
        return $tooth === null ? null : ['hash' => $tooth->hash, 'width' => (int) $tooth->side, 'height' => (int) $tooth->side];
    }
};
