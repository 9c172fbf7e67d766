<?php

declare(strict_types=1);

namespace App\Keeping;

use App\Models\Brush;
use App\Painting\BrushStrip;
use App\Store\Rows;
use Throwable;

/** Paints the strips of brushes before anybody asks to see them. */
final class StripMaker
{
    /** Strips that are painted before it is looked again what else has changed. */
    private const AT_ONCE = 50;

    /** @var array<int, string> keys of the strips that are there, by brush */
    private array $known = [];

    private string $seen = '';

    public function __construct(private readonly BrushStrip $strips)
    {
    }

    /** @return int how many were painted */
    public function makeMissing(): int
    {
        // What another connection wrote is told by this number: nothing is looked at where it is as before.
        $now = json_encode([Rows::select('PRAGMA data_version'), Rows::select('SELECT count(*), max(updated_at) FROM brushes'), Rows::select('SELECT count(*), max(updated_at) FROM tips')], JSON_THROW_ON_ERROR);
        if ($now === $this->seen) {
            return 0;
        }
        $made = 0;
        foreach (Brush::library()->with('tip')->latest('id')->lazyById(200, 'id')->all() as $brush) {
            if (! $brush instanceof Brush || ($this->known[$brush->id] ?? '') === $brush->stripKey()) {
                continue;
            }
            try {
                if (! $this->strips->isThere($brush)) {
                    $this->strips->png($brush);
                    $made++;
                }
            } catch (Throwable) {
                // One that cannot be painted is told of where it is looked at.
            }
            $this->known[$brush->id] = $brush->stripKey();
            if ($made >= self::AT_ONCE) {
                return $made;
            }
        }
        $this->seen = $now;

        return $made;
    }
}
