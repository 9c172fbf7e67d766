<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut;

use Yarrowfog\Core\Form\FieldValues;

/** A step as it stands in a cut list: which, with what numbers, on or off. */
final readonly class ListedStep
{
    /**
     * @param  class-string<Step>  $step
     */
    public function __construct(public string $step, public FieldValues $numbers, public bool $on = true)
    {
    }

    public function description(): StepDescription
    {
        return $this->step::description();
    }

    /** @return array{step: string, on: bool, numbers: array<string, mixed>} */
    public function toArray(): array
    {
        return ['step' => $this->description()->id, 'on' => $this->on, 'numbers' => $this->numbers->toArray()];
    }
}
