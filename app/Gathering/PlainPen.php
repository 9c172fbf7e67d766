<?php

declare(strict_types=1);

namespace App\Gathering;

use App\Models\Brush;
use App\Models\Tip;
use App\Pictures\PictureFile;
use App\Store\BlobStore;
use Illuminate\Support\Facades\DB;
use Yarrowfog\Core\Make\RoundTip;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Tip\TipKind;

/** A plain round pen that is always there to draw and paint with, whatever the library holds. It is no brush of the library. */
final readonly class PlainPen
{
    private const SIDE = 128;

    public function __construct(private BlobStore $kept)
    {
    }

    public function brush(): Brush
    {
        return DB::connection()->transaction(fn (): Brush => Brush::withTrashed()->with('tip')->where('is_plain', true)->first() ?? $this->make());
    }

    private function make(): Brush
    {
        $hash = $this->kept->put(PictureFile::png(RoundTip::picture(self::SIDE)));
        $tip = Tip::query()->create(['name' => 'Round pen', 'kind' => TipKind::InkMask, 'hash' => $hash, 'width' => self::SIDE, 'height' => self::SIDE]);
        $pen = Brush::query()->create(['tip_id' => $tip->id, 'name' => 'Round pen', 'is_plain' => true, 'kept' => BrushSettings::read([
            'inks' => ['main' => '#1c211e'],
            'settings' => ['size' => ['base' => 26, 'drives' => [['input' => 'pressure', 'from' => 0.15, 'to' => 1]]], 'spacing' => ['base' => 0.06]],
        ])]);

        return Brush::query()->with('tip')->findOrFail($pen->id);
    }
}
