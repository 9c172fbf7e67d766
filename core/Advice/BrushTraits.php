<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Advice;

use Yarrowfog\Core\Colour\ColourName;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Choice\Does;
use Yarrowfog\Core\Stroke\Choice\ToothName;
use Yarrowfog\Core\Tip\TipKind;

/** What a brush is in a few words, by which one is told from others: told by its settings alone. */
final readonly class BrushTraits
{
    public const BAND = 'band';

    public const STAMP = 'stamp';

    public const DABS = 'dabs';

    /** Colour of a brush that prints the colours of its tip. */
    public const OWN = 'its own';

    /**
     * @param  string  $lays  how it lays its tip down: BAND, STAMP or DABS
     * @param  string  $colour  of its main ink, one of ColourName::ALL, or OWN
     * @param  bool  $hasTooth  whether it meets a ground
     */
    private function __construct(public Does $does, public string $lays, public string $colour, public bool $hasTooth)
    {
    }

    public static function of(BrushSettings $settings): self
    {
        return new self(
            $settings->choices->does,
            match (true) {
                $settings->isBand() => self::BAND,
                $settings->choices->onePerPress => self::STAMP,
                default => self::DABS,
            },
            $settings->tipKind === TipKind::OwnColours ? self::OWN : ColourName::of($settings->mainInk),
            $settings->choices->tooth !== ToothName::None,
        );
    }

    /** @return array{does: string, lays: string, colour: string, has_tooth: bool} */
    public function toColumns(): array
    {
        return ['does' => $this->does->value, 'lays' => $this->lays, 'colour' => $this->colour, 'has_tooth' => $this->hasTooth];
    }
}
