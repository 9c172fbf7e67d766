<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut;

/** What a step is called, what it does in one sentence, and its numbers. */
final readonly class StepDescription
{
    /**
     * @param  list<Param>  $params
     */
    public function __construct(
        public string $id,
        public string $label,
        public StepGroup $group,
        public string $sentence,
        public array $params,
    ) {
    }

    /** @return list<string> */
    public function keys(): array
    {
        return array_map(fn (Param $p): string => $p->key, $this->params);
    }
}
