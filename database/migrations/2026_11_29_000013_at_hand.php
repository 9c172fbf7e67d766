<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** What of a brush is at hand while painting; sheets have a size on paper and a tooth, and are set aside before they are gone. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('brushes', function (Blueprint $table): void {
            // Names of settings that stand beside size and opacity, in their order.
            $table->json('at_hand')->nullable();
            $table->boolean('is_pinned')->default(false);
        });
        // Of a picture: how many times as high as its proportions would have it.
        Schema::table('strokes', fn (Blueprint $table) => $table->float('stretch')->default(1));
        Schema::table('sheets', function (Blueprint $table): void {
            $table->unsignedSmallInteger('dpi')->default(300);
            // Name of one of the engine's own.
            $table->string('tooth', 40)->default('none');
            $table->softDeletes();
        });
    }

    public function down(): void
    {
        Schema::table('brushes', fn (Blueprint $table) => $table->dropColumn(['at_hand', 'is_pinned']));
        Schema::table('strokes', fn (Blueprint $table) => $table->dropColumn('stretch'));
        Schema::table('sheets', fn (Blueprint $table) => $table->dropColumn(['dpi', 'tooth', 'deleted_at']));
    }
};
