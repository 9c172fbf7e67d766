<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

/** Names of recordings that came with files in other encodings can be told in JSON. */
return new class extends Migration
{
    public function up(): void
    {
        foreach (DB::table('recordings')->get(['id', 'name']) as $row) {
            if (is_string($row->name) && ! mb_check_encoding($row->name, 'UTF-8')) {
                DB::table('recordings')->where('id', $row->id)->update(['name' => mb_scrub($row->name)]);
            }
        }
    }

    public function down(): void
    {
        // What they were called before cannot be told any more.
    }
};
