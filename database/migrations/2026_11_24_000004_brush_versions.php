<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        // A brush as it was each time it was kept.
        Schema::create('brush_versions', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('brush_id')->constrained()->cascadeOnDelete();
            $table->json('settings');
            $table->unsignedInteger('roll');
            $table->timestamps();
        });
    }

    public function down(): void
    {
        Schema::dropIfExists('brush_versions');
    }
};
