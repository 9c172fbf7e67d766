<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** The plain pen is always there, and is no brush of the library. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('brushes', function (Blueprint $table): void {
            $table->boolean('is_plain')->default(false);
        });
    }

    public function down(): void
    {
        Schema::table('brushes', fn (Blueprint $table) => $table->dropColumn('is_plain'));
    }
};
