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
        return Sheet::painted()->where('id', $this->session->get(self::key(Sheet::class)))->first() ?? Sheet::painted()->first();
    }

    /** A brush that was just made, and how it begins: said once, where it is tuned. */
    public function sayBegun(Brush $brush): void
    {
        $this->take($brush);
        $size = (int) $brush->kept->base('size');
        $longest = max($brush->tip->width, $brush->tip->height);
        $this->session->put('begun', [$brush->id, sprintf(
            $longest <= $size ? 'It begins at its own size, %s px, 1 : 1.' : 'It begins at %s px; its tip has %s px, so it stays sharp up to there.',
            number_format($size),
            number_format($longest),
        ).' “Begin as …” offers other ways to use it.']);
    }

    /** What `begun` has to say of a brush; it is said once. */
    public function saysOf(Brush $brush): string
    {
        [$id, $sentence] = (array) $this->session->get('begun', []) + [0, ''];
        if ($id !== $brush->id) {
            return '';
        }
        $this->session->forget('begun');

        return is_string($sentence) ? $sentence : '';
    }

    /** @param  class-string  $class */
    private static function key(string $class): string
    {
        return 'in-hand.'.class_basename($class);
    }
}
