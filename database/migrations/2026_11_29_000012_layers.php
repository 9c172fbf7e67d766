<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/**
 * Layers that can be shown in many ways, strokes that can be taken up again, and one history for all that is done on a sheet.
 *
 * What a stroke changed in the pixels was kept with the stroke; now it is kept with the step of the history.
 */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('layers', function (Blueprint $table): void {
            $table->boolean('is_hidden')->default(false);
            $table->float('opacity')->default(1);
            $table->string('blend_mode', 16)->default('normal');
            $table->boolean('is_locked')->default(false);
            $table->boolean('keeps_alpha')->default(false);
            $table->boolean('is_clipped')->default(false);
            $table->json('recolour')->nullable();
            // Whether it holds a picture, and is not painted on.
            $table->boolean('is_picture')->default(false);
            // Deleted, while the history can bring it back.
            $table->boolean('is_gone')->default(false);
        });
        Schema::create('changes', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('sheet_id')->constrained()->cascadeOnDelete();
            // Made by the browser where it may be asked for twice, so that it is done once.
            $table->uuid('uuid')->nullable()->unique();
            $table->string('words');
            // Rows that it made or changed: what stood in them before, and after.
            $table->json('rows');
            $table->boolean('is_undone')->default(false);
            // Bytes of its pixels.
            $table->unsignedBigInteger('bytes')->default(0);
            // The state of the sheet that it led to last, done or undone.
            $table->unsignedBigInteger('revision')->default(0);
            $table->timestamps();
            $table->index(['sheet_id', 'is_undone']);
        });
        // The other side of each tile that a change touched: before it while it stands, after it while it is undone.
        Schema::create('change_tiles', function (Blueprint $table): void {
            $table->foreignId('change_id')->constrained()->cascadeOnDelete();
            $table->foreignId('layer_id')->constrained()->cascadeOnDelete();
            $table->string('place', 16);
            $table->binary('pixels')->nullable();
            $table->binary('rest')->nullable();
            $table->primary(['change_id', 'layer_id', 'place']);
        });
        Schema::table('sheets', fn (Blueprint $table) => $table->unsignedBigInteger('revision')->default(0));
        Schema::table('strokes', function (Blueprint $table): void {
            // What lies on the layer in this order; the greatest is topmost.
            $table->unsignedBigInteger('rank')->default(0);
            $table->boolean('is_down')->default(true);
            $table->string('kind', 8)->default('stroke');
            // Where it lies, from where it was drawn.
            $table->json('moved')->nullable();
            // The smallest rectangle around it, x y width height.
            $table->json('area')->nullable();
            $table->boolean('keeps_alpha')->default(false);
        });
        DB::statement("UPDATE strokes SET rank = id, is_down = NOT undone, kind = CASE WHEN is_fill THEN 'fill' ELSE 'stroke' END");
        $brushes = DB::table('brushes')->pluck('name', 'id');
        foreach (DB::table('strokes')->join('layers', 'layers.id', 'layer_id')->orderBy('strokes.id')->get(['strokes.id', 'layer_id', 'sheet_id', 'brush_id', 'undone', 'is_fill', 'strokes.created_at']) as $stroke) {
            $change = DB::table('changes')->insertGetId([
                'sheet_id' => $stroke->sheet_id,
                'words' => $stroke->is_fill ? 'Filled a space' : 'Painted with '.($brushes[$stroke->brush_id] ?? 'a brush'),
                'rows' => json_encode([['table' => 'strokes', 'id' => $stroke->id, 'before' => ['is_down' => 0], 'after' => ['is_down' => 1], 'made' => true]], JSON_THROW_ON_ERROR),
                'is_undone' => $stroke->undone,
                'created_at' => $stroke->created_at,
                'updated_at' => $stroke->created_at,
            ]);
            DB::insert('INSERT INTO change_tiles (change_id, layer_id, place, pixels, rest) SELECT ?, ?, place, pixels, rest FROM stroke_tiles WHERE stroke_id = ?', [$change, $stroke->layer_id, $stroke->id]);
            DB::update('UPDATE changes SET bytes = (SELECT COALESCE(SUM(COALESCE(LENGTH(pixels), 0) + COALESCE(LENGTH(rest), 0)), 0) FROM change_tiles WHERE change_id = ?) WHERE id = ?', [$change, $change]);
            DB::table('strokes')->where('id', $stroke->id)->update(['area' => self::area($stroke->id)]);
        }
        Schema::drop('stroke_tiles');
        Schema::table('strokes', fn (Blueprint $table) => $table->dropIndex(['layer_id', 'undone']));
        Schema::table('strokes', fn (Blueprint $table) => $table->dropColumn(['undone', 'is_fill']));
        Schema::table('strokes', fn (Blueprint $table) => $table->index(['layer_id', 'is_down', 'rank']));
    }

    public function down(): void
    {
        Schema::create('stroke_tiles', function (Blueprint $table): void {
            $table->foreignId('stroke_id')->constrained()->cascadeOnDelete();
            $table->string('place', 16);
            $table->binary('pixels')->nullable();
            $table->binary('rest')->nullable();
            $table->primary(['stroke_id', 'place']);
        });
        Schema::table('strokes', function (Blueprint $table): void {
            $table->boolean('undone')->default(false);
            $table->boolean('is_fill')->default(false);
        });
        DB::statement("UPDATE strokes SET undone = NOT is_down, is_fill = kind = 'fill'");
        // Only strokes had a history; those that came after the last other thing keep theirs.
        foreach (DB::table('changes')->orderByDesc('id')->get(['id', 'rows']) as $change) {
            $rows = json_decode($change->rows, true);
            if (count($rows) !== 1 || $rows[0]['table'] !== 'strokes' || ! ($rows[0]['made'] ?? false)) {
                break;
            }
            DB::insert('INSERT INTO stroke_tiles (stroke_id, place, pixels, rest) SELECT ?, place, pixels, rest FROM change_tiles WHERE change_id = ?', [$rows[0]['id'], $change->id]);
        }
        Schema::drop('change_tiles');
        Schema::drop('changes');
        Schema::table('sheets', fn (Blueprint $table) => $table->dropColumn('revision'));
        Schema::table('strokes', fn (Blueprint $table) => $table->dropIndex(['layer_id', 'is_down', 'rank']));
        Schema::table('strokes', fn (Blueprint $table) => $table->dropColumn(['rank', 'is_down', 'kind', 'moved', 'area', 'keeps_alpha']));
        Schema::table('strokes', fn (Blueprint $table) => $table->index(['layer_id', 'undone']));
        Schema::table('layers', fn (Blueprint $table) => $table->dropColumn(['is_hidden', 'opacity', 'blend_mode', 'is_locked', 'keeps_alpha', 'is_clipped', 'recolour', 'is_picture', 'is_gone']));
    }

    /** Around all tiles that a stroke changed. */
    private static function area(int $stroke): ?string
    {
        $side = 64;
        $xs = $ys = [];
        foreach (DB::table('stroke_tiles')->where('stroke_id', $stroke)->pluck('place') as $place) {
            [$column, $row] = array_map(intval(...), explode(' ', $place));
            $xs[] = $column * $side;
            $ys[] = $row * $side;
        }

        return $xs === [] ? null : json_encode([min($xs), min($ys), max($xs) - min($xs) + $side, max($ys) - min($ys) + $side], JSON_THROW_ON_ERROR);
    }
};
