<?php

declare(strict_types=1);

namespace App\Tuning;

use App\Models\Brush;
use Stringable;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\JsonReader;

/** A window in which a brush is tuned, and which of its changes is meant: a later one has a larger turn. */
final readonly class DraftingWindow implements Stringable
{
    private function __construct(private string $tab, private int $turn)
    {
    }

    /**
     * @param  JsonReader  $body  with `tab` and `turn`, as far as they are there
     *
     * @throws InvalidInput
     */
    public static function read(JsonReader $body): self
    {
        return new self(str_replace(' ', '', $body->text('tab', '', 36)), $body->integer('turn', 0, PHP_INT_MAX, 0));
    }

    /** The one that changed a brush last. */
    public static function of(Brush $brush): self
    {
        [$tab, $turn] = [...explode(' ', $brush->changed_by ?? ''), '0'];

        return new self($tab, (int) $turn);
    }

    /** Whether it was this window that changed a brush last. */
    public function hasChanged(Brush $brush): bool
    {
        return $this->tab !== '' && self::of($brush)->tab === $this->tab;
    }

    /** Whether this very window has changed a brush later than by this change. */
    public function isLate(Brush $brush): bool
    {
        return $this->turn > 0 && $this->hasChanged($brush) && self::of($brush)->turn >= $this->turn;
    }

    /** @return array{tab: string, turn: int} */
    public function toArray(): array
    {
        return ['tab' => $this->tab, 'turn' => $this->turn];
    }

    public function __toString(): string
    {
        return $this->tab === '' ? '' : "{$this->tab} {$this->turn}";
    }
}
