<?php

declare(strict_types=1);

use App\Keeping\SearchTable;
use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;
use Yarrowfog\Core\Advice\BrushTraits;
use Yarrowfog\Core\Stroke\BrushSettings;

/** Sets of brushes, what they are found by, one history of all that is done in Keep, and who signed what. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('brush_sets', function (Blueprint $table): void {
            $table->id();
            $table->string('name', 120);
            $table->text('note')->default('');
            $table->foreignId('maker_id')->nullable();
            $table->unsignedInteger('position')->default(0);
            // What a bundle of a newer minor version said of it that is not known here: written again as it came.
            $table->json('beyond')->nullable();
            $table->timestamps();
        });
        Schema::create('set_members', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('set_id')->constrained('brush_sets')->cascadeOnDelete();
            $table->foreignId('brush_id')->constrained('brushes')->cascadeOnDelete();
            $table->unsignedInteger('position')->default(0);
            $table->unique(['set_id', 'brush_id']);
            $table->index('brush_id');
        });
        Schema::create('keep_steps', function (Blueprint $table): void {
            $table->id();
            $table->string('words');
            $table->json('rows');
            $table->boolean('is_undone')->default(false);
            $table->timestamps();
        });
        Schema::table('brushes', function (Blueprint $table): void {
            // An SPDX identifier, or words; empty where the maker's holds.
            $table->string('licence', 120)->default('');
            $table->date('made_on')->nullable();
            // What it is found by, told by its settings whenever they are kept.
            $table->string('does', 20)->default('paints');
            $table->string('lays', 20)->default('dabs');
            $table->string('colour', 20)->default('');
            $table->boolean('has_tooth')->default(false);
            $table->json('beyond')->nullable();
        });
        Schema::table('makers', function (Blueprint $table): void {
            // Hash of a picture: a name written by hand.
            $table->string('signature', 64)->nullable();
            $table->softDeletes();
        });
        foreach (DB::table('brushes')->select(['id', 'kept'])->cursor() as $row) {
            DB::table('brushes')->where('id', $row->id)->update(BrushTraits::of(BrushSettings::read(json_decode((string) $row->kept, true)))->toColumns());
        }
        SearchTable::make();
    }

    public function down(): void
    {
        SearchTable::drop();
        Schema::dropIfExists('keep_steps');
        Schema::dropIfExists('set_members');
        Schema::dropIfExists('brush_sets');
        Schema::table('brushes', fn (Blueprint $table) => $table->dropColumn(['licence', 'made_on', 'does', 'lays', 'colour', 'has_tooth', 'beyond']));
        Schema::table('makers', fn (Blueprint $table) => $table->dropColumn(['signature', 'deleted_at']));
    }
};
