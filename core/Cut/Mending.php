<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut;

use Yarrowfog\Core\Form\FieldValues;
use Yarrowfog\Core\JsonReader;
use Yarrowfog\Core\Tip\TipKind;

/**
 * What puts a finding right: a step to add to the list, and where, or another kind of tip and a
 * step that is then of no use; or the things parted. What it would bring up is put right with it, by steps right behind.
 */
final readonly class Mending
{
    /**
     * @param  class-string<Step>|null  $off  a step to switch off
     * @param  bool  $parts  whether the things are parted into frames, and the list stays as it is
     */
    private function __construct(public string $label, public int $at, public ?ListedStep $step, public ?TipKind $kind = null, public ?string $off = null, public ?self $then = null, public bool $parts = false)
    {
    }

    /**
     * @param  class-string<Step>  $step
     * @param  array<string, mixed>  $numbers
     */
    public static function with(string $label, int $at, string $step, array $numbers = []): self
    {
        return new self($label, $at, new ListedStep($step, FieldValues::read($step::description()->params, JsonReader::of($numbers))));
    }

    /** The things of the picture parted, each as a frame of its own. */
    public static function parting(string $label): self
    {
        return new self($label, 0, null, parts: true);
    }

    /** The same, and another step right behind the last one. */
    public function followedBy(self $next, string $label): self
    {
        return new self($label, $this->at, $this->step, $this->kind, $this->off, $this->then === null ? $next : $this->then->followedBy($next, $this->then->label));
    }

    /**
     * The same picture as another kind of tip.
     *
     * @param  class-string<Step>|null  $off  a step that serves the kind before it only, and is switched off
     */
    public static function asKind(string $label, TipKind $kind, ?string $off = null): self
    {
        return new self($label, 0, null, $kind, $off);
    }

    /** @return array{label: string, at: int, step: array<string, mixed>|null, kind: string|null, off: string|null, then: array<string, mixed>|null, parts: bool} */
    public function toArray(): array
    {
        return ['label' => $this->label, 'at' => $this->at, 'step' => $this->step?->toArray(), 'kind' => $this->kind?->value, 'off' => $this->off === null ? null : $this->off::description()->id, 'then' => $this->then?->toArray(), 'parts' => $this->parts];
    }
}
