<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** A closed space can be filled where the pen points. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('strokes', function (Blueprint $table): void {
            // Its trace is one place, and the main ink of its brush the colour.
            $table->boolean('is_fill')->default(false);
        });
    }

    public function down(): void
    {
        Schema::table('strokes', fn (Blueprint $table) => $table->dropColumn('is_fill'));
    }
};
