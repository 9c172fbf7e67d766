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
        Schema::table('sheets', fn (Blueprint $table) => $table->dropColumn(['dpi', 'tooth', 'deleted_at']));
    }
};
