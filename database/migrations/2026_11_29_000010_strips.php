<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** What a brush's strip shows can be chosen. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('brushes', function (Blueprint $table): void {
            // A movement of the practice pen; null for what suits the brush.
            $table->string('strip_movement', 40)->nullable();
            // Hash of a picture that stands in its place.
            $table->string('strip_picture', 64)->nullable();
        });
    }

    public function down(): void
    {
        Schema::table('brushes', fn (Blueprint $table) => $table->dropColumn(['strip_movement', 'strip_picture']));
    }
};
