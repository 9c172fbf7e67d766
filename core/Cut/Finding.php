<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut;

/** Something about a tip that the painter should know before printing with it. */
final readonly class Finding
{
    /**
     * @param  string  $id  of the check
     * @param  string  $sentence  with its figures
     * @param  array<string, float>  $figures
     * @param  Mending|null  $mending  the step that puts it right, where one does
     * @param  bool  $isNote  good to know, but the tip prints as it is
     */
    public function __construct(
        public string $id,
        public string $sentence,
        public array $figures = [],
        public ?Mending $mending = null,
        public bool $isNote = false,
    ) {
    }

    /** @return array{id: string, sentence: string, figures: array<string, float>, note: bool, mending: array<string, mixed>|null} */
    public function toArray(): array
    {
        return ['id' => $this->id, 'sentence' => $this->sentence, 'figures' => $this->figures, 'note' => $this->isNote, 'mending' => $this->mending?->toArray()];
    }
}
