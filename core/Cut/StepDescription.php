<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut;

use Yarrowfog\Core\Form\Field;

/** What a step is called, what it does in one sentence, and its numbers. */
final readonly class StepDescription
{
    /**
     * @param  list<Field>  $params
     * @param  bool  $closes  whether it fits the picture to its ink, and so belongs at the end of a list
     */
    public function __construct(
        public string $id,
        public string $label,
        public StepGroup $group,
        public string $sentence,
        public array $params,
        public bool $closes = false,
    ) {
    }
}
