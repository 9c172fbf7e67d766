<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::create('makers', function (Blueprint $table): void {
            $table->id();
            $table->string('name');
            $table->string('licence', 120)->default('');
            $table->string('note', 1000)->default('');
            // The mark is a kept picture.
            $table->string('mark', 64)->nullable();
            $table->timestamps();
        });
        // Grounds that painters made of a picture.
        Schema::create('teeth', function (Blueprint $table): void {
            $table->id();
            $table->string('name');
            $table->string('hash', 64);
            $table->unsignedInteger('side');
            $table->foreignId('source_id')->nullable();
            $table->timestamps();
            $table->softDeletes();
        });
        // Movements that painters recorded or brought, for the practice pen.
        Schema::create('recordings', function (Blueprint $table): void {
            $table->id();
            $table->string('name');
            $table->json('strokes');
            $table->timestamps();
            $table->softDeletes();
        });
        Schema::table('tips', fn (Blueprint $table) => $table->softDeletes());
        Schema::table('brushes', function (Blueprint $table): void {
            $table->foreignId('bite_id')->nullable();
            $table->foreignId('tooth_id')->nullable();
            // Tip, bite and tooth of what stands in Tune.
            $table->json('draft_parts')->nullable();
            // Goes up with every change in Tune, and who made the last one: so that two windows notice each other.
            $table->unsignedInteger('revision')->default(0);
            $table->string('changed_by', 36)->nullable();
            $table->text('note')->nullable();
            $table->json('tags')->nullable();
            $table->foreignId('maker_id')->nullable();
        });
        Schema::table('brush_versions', fn (Blueprint $table) => $table->json('parts')->nullable());
    }

    public function down(): void
    {
        foreach (['recordings', 'teeth', 'makers'] as $table) {
            Schema::dropIfExists($table);
        }
        Schema::table('tips', fn (Blueprint $table) => $table->dropColumn('deleted_at'));
        Schema::table('brush_versions', fn (Blueprint $table) => $table->dropColumn('parts'));
        Schema::table('brushes', fn (Blueprint $table) => $table->dropColumn(['bite_id', 'tooth_id', 'draft_parts', 'revision', 'changed_by', 'note', 'tags', 'maker_id']));
    }
};
