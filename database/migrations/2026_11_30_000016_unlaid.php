<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Strokes are stored first and laid into their layer afterwards: which of them are not laid yet. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('unlaid_strokes', function (Blueprint $table): void {
            $table->foreignId('stroke_id')->primary()->constrained()->cascadeOnDelete();
            $table->foreignId('sheet_id')->index()->constrained()->cascadeOnDelete();
            $table->foreignId('layer_id')->index()->constrained()->cascadeOnDelete();
            $table->foreignId('change_id')->constrained()->cascadeOnDelete();
            // The process that has it at hand and goes on with it; null where none does.
            $table->string('process', 80)->nullable();
            // Whether somebody else waits for it.
            $table->boolean('is_wanted')->default(false);
            $table->timestamp('created_at');
        });
    }

    public function down(): void
    {
        Schema::drop('unlaid_strokes');
    }
};
