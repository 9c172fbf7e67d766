<?php

declare(strict_types=1);

namespace App\Http;

use App\Models\Brush;
use App\Models\Sheet;
use App\Models\Source;
use Illuminate\Session\Store;

/** The source, brush and sheet that the painter carries from room to room. */
final readonly class InHand
{
    public function __construct(private Store $session)
    {
    }

    public function take(Source|Brush|Sheet $thing): void
    {
        $this->session->put(self::key($thing::class), $thing->id);
    }

    public function source(): ?Source
    {
        return Source::query()->where('id', $this->session->get(self::key(Source::class)))->first() ?? Source::query()->latest('id')->first();
    }

    public function brush(): ?Brush
    {
        return Brush::query()->with('tip')->where('id', $this->session->get(self::key(Brush::class)))->first() ?? Brush::library()->with('tip')->latest('id')->first();
    }

    public function sheet(): ?Sheet
    {
        $sheets = Sheet::query()->where('purpose', Sheet::TO_PAINT);

        return $sheets->clone()->where('id', $this->session->get(self::key(Sheet::class)))->first() ?? $sheets->latest('id')->first();
    }

    /** @param  class-string  $class */
    private static function key(string $class): string
    {
        return 'in-hand.'.class_basename($class);
    }
}
