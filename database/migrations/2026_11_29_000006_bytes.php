<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

/** Pixels and traces that were stored as text become bytes. */
return new class extends Migration
{
    private const COLUMNS = ['tiles' => 'pixels', 'strokes' => 'trace', 'stroke_tiles' => 'pixels'];

    public function up(): void
    {
        foreach (self::COLUMNS as $table => $column) {
            DB::statement("UPDATE {$table} SET {$column} = CAST({$column} AS BLOB) WHERE typeof({$column}) = 'text'");
        }
    }

    public function down(): void
    {
        // The same bytes are read either way.
    }
};
