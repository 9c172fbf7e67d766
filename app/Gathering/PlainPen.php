<?php

declare(strict_types=1);

namespace App\Gathering;

use App\Models\Brush;
use App\Models\Tip;
use App\Pictures\PictureFile;
use App\Store\Kept;
use Illuminate\Support\Facades\DB;
use Yarrowfog\Core\Make\RoundTip;
use Yarrowfog\Core\Stroke\Brush as BrushSettings;
use Yarrowfog\Core\Tip\TipKind;

/** The pen that an empty library begins with: something must draw the first mark. */
final readonly class PlainPen
{
    private const SIDE = 128;

    public function __construct(private Kept $kept)
    {
    }

    /** Makes the pen when there is no brush at all. */
    public function ensure(): void
    {
        if (Brush::query()->exists()) {
            return;
        }
        $hash = $this->kept->put(PictureFile::png(RoundTip::picture(self::SIDE)));
        DB::connection()->transaction(function () use ($hash): void {
            $tip = Tip::query()->create(['name' => 'Round pen', 'kind' => TipKind::InkMask, 'hash' => $hash, 'width' => self::SIDE, 'height' => self::SIDE]);
            Brush::query()->create(['tip_id' => $tip->id, 'name' => 'Round pen', 'kept' => BrushSettings::read([
                'inks' => ['main' => '#1c211e'],
                'settings' => ['size' => ['base' => 26, 'drives' => [['input' => 'pressure', 'from' => 0.15, 'to' => 1]]], 'spacing' => ['base' => 0.06]],
            ])]);
        });
    }
}
