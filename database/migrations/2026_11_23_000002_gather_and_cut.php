<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::table('sources', function (Blueprint $table): void {
            // Where it came from, and what it was made by where it can be made anew.
            $table->string('origin', 16)->default('file');
            $table->json('recipe')->nullable();
            $table->json('tags')->nullable();
        });
        Schema::table('tips', function (Blueprint $table): void {
            // The pictures that take turns; the first one is that of the tip itself.
            $table->json('frames')->nullable();
            $table->foreignId('frame_set_id')->nullable();
        });
        // Several sources that are cut together.
        Schema::create('frame_sets', function (Blueprint $table): void {
            $table->id();
            $table->string('name');
            $table->json('cut_list')->nullable();
            $table->json('frames');
            $table->boolean('evened')->default(false);
            $table->timestamps();
        });
        // Lists kept by name, for other sources.
        Schema::create('named_lists', function (Blueprint $table): void {
            $table->id();
            $table->string('name');
            $table->json('cut_list');
            $table->timestamps();
        });
        // What a tip was before it was made anew.
        Schema::create('tip_makings', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('tip_id')->constrained()->cascadeOnDelete();
            $table->json('was');
            $table->timestamps();
        });
    }

    public function down(): void
    {
        foreach (['tip_makings', 'named_lists', 'frame_sets'] as $table) {
            Schema::dropIfExists($table);
        }
        Schema::table('tips', fn (Blueprint $table) => $table->dropColumn(['frames', 'frame_set_id']));
        Schema::table('sources', fn (Blueprint $table) => $table->dropColumn(['origin', 'recipe', 'tags']));
    }
};
