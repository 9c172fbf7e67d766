<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** What a bundle of a newer version said of tips, teeth, makers and earlier versions stays with each of them. */
return new class extends Migration
{
    private const TABLES = ['tips', 'teeth', 'makers', 'brush_versions'];

    public function up(): void
    {
        foreach (self::TABLES as $table) {
            Schema::table($table, fn (Blueprint $columns) => $columns->json('beyond')->nullable());
        }
    }

    public function down(): void
    {
        foreach (self::TABLES as $table) {
            Schema::table($table, fn (Blueprint $columns) => $columns->dropColumn('beyond'));
        }
    }
};
