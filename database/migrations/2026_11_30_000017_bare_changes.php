<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** A stroke can be taken back without the pixels that it covered: its layer is painted anew. Of old strokes they are not kept. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('changes', function (Blueprint $table): void {
            $table->boolean('is_bare')->default(false);
            // What the history of a sheet weighs is asked after every stroke: the index alone answers.
            $table->index(['sheet_id', 'is_undone', 'bytes']);
        });
    }

    public function down(): void
    {
        // Without its pixels a step cannot be taken back there, nor any before it.
        DB::delete('DELETE FROM changes WHERE EXISTS (SELECT 1 FROM changes AS later WHERE later.sheet_id = changes.sheet_id AND later.id >= changes.id AND later.is_bare)');
        Schema::table('changes', function (Blueprint $table): void {
            $table->dropIndex(['sheet_id', 'is_undone', 'bytes']);
            $table->dropColumn('is_bare');
        });
    }
};
