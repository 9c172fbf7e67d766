<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    // The journal cannot be changed inside a transaction.
    public $withinTransaction = false;

    public function up(): void
    {
        DB::statement('PRAGMA journal_mode = WAL');
        Schema::create('sources', function (Blueprint $table): void {
            $table->id();
            $table->string('name');
            // The file as it came in: its content hash and its type.
            $table->string('hash', 64)->index();
            $table->string('type', 8);
            $table->unsignedInteger('bytes');
            $table->unsignedInteger('width');
            $table->unsignedInteger('height');
            $table->unsignedInteger('dpi')->nullable();
            $table->json('cut_list')->nullable();
            $table->timestamps();
            $table->softDeletes();
        });
        Schema::create('tips', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('source_id')->nullable()->constrained()->nullOnDelete();
            $table->string('name');
            $table->string('kind', 16);
            $table->string('hash', 64);
            $table->unsignedInteger('width');
            $table->unsignedInteger('height');
            $table->unsignedInteger('dpi')->nullable();
            $table->json('cut_list')->nullable();
            $table->timestamps();
        });
        Schema::create('brushes', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('tip_id')->constrained()->restrictOnDelete();
            $table->string('name');
            $table->json('kept');
            // What stands in Tune and has not been kept yet.
            $table->json('draft')->nullable();
            $table->unsignedInteger('roll')->default(1);
            $table->timestamps();
            $table->softDeletes();
        });
        Schema::create('sheets', function (Blueprint $table): void {
            $table->id();
            $table->string('name');
            // A sheet to paint on, or a square to draw a mark on.
            $table->string('purpose', 8)->default('sheet');
            $table->unsignedInteger('width');
            $table->unsignedInteger('height');
            $table->string('paper', 7)->default('#fbfbf9');
            $table->timestamps();
        });
        Schema::create('layers', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('sheet_id')->constrained()->cascadeOnDelete();
            $table->unsignedInteger('position');
            $table->string('name');
            $table->timestamps();
        });
        // Only what is painted costs: a tile exists where there is paint.
        Schema::create('tiles', function (Blueprint $table): void {
            $table->foreignId('layer_id')->constrained()->cascadeOnDelete();
            $table->string('place', 16);
            $table->binary('pixels');
            $table->primary(['layer_id', 'place']);
        });
        Schema::create('strokes', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('layer_id')->constrained()->cascadeOnDelete();
            // Made by the browser, so that a stroke sent twice is stored once.
            $table->uuid('uuid')->unique();
            $table->foreignId('brush_id')->nullable()->constrained()->nullOnDelete();
            $table->string('tip_hash', 64);
            $table->json('brush');
            $table->unsignedInteger('roll');
            $table->binary('trace');
            $table->boolean('undone')->default(false);
            $table->timestamps();
            $table->index(['layer_id', 'undone']);
        });
        // The other side of each tile a stroke touched: before it while it stands, after it while it is undone.
        Schema::create('stroke_tiles', function (Blueprint $table): void {
            $table->foreignId('stroke_id')->constrained()->cascadeOnDelete();
            $table->string('place', 16);
            $table->binary('pixels')->nullable();
            $table->primary(['stroke_id', 'place']);
        });
    }

    public function down(): void
    {
        foreach (['stroke_tiles', 'strokes', 'tiles', 'layers', 'sheets', 'brushes', 'tips', 'sources'] as $table) {
            Schema::dropIfExists($table);
        }
    }
};
