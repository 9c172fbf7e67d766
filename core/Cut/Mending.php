<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut;

use Yarrowfog\Core\Reading;

/** A step to add to the list, and where. */
final readonly class Mending
{
    private function __construct(public string $label, public int $at, public ListedStep $step)
    {
    }

    /**
     * @param  class-string<Step>  $step
     * @param  array<string, float|string>  $numbers
     */
    public static function with(string $label, int $at, string $step, array $numbers = []): self
    {
        return new self($label, $at, new ListedStep($step, Numbers::read($step::description(), Reading::of($numbers))));
    }

    /** @return array{label: string, at: int, step: array<string, mixed>} */
    public function toArray(): array
    {
        return ['label' => $this->label, 'at' => $this->at, 'step' => $this->step->toArray()];
    }
}
