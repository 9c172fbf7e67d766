<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Steps;

use Yarrowfog\Core\Curve;
use Yarrowfog\Core\Cut\Alpha;
use Yarrowfog\Core\Cut\PaperStep;
use Yarrowfog\Core\Cut\StepDescription;
use Yarrowfog\Core\Cut\StepGroup;
use Yarrowfog\Core\Form\Field;
use Yarrowfog\Core\Form\FieldValues;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Tip\InkRule;
use Yarrowfog\Core\Tip\TipKind;

/** Makes the ink itself stronger or weaker by a curve. */
final readonly class InkGain implements PaperStep
{
    public function __construct(public Curve $curve)
    {
    }

    public static function description(): StepDescription
    {
        return new StepDescription('ink-gain', 'Ink gain', StepGroup::Tone, 'How much ink each amount of ink becomes: at the left the faint, at the right the full.', [
            Field::curve('curve', 'Faint to full'),
        ]);
    }

    public static function from(FieldValues $numbers): self
    {
        return new self($numbers->curve('curve'));
    }

    public function apply(Bitmap $in, TipKind $kind): Bitmap
    {
        if ($kind === TipKind::InkMask) {
            return Alpha::withoutWhite($this->applyTone($in));
        }
        $table = $this->table();
        $out = $in->pixels;
        foreach ($in->pixels as $i => $p) {
            $out[$i] = $p & 0xFFFFFF00 | $table[$p & 255];
        }

        return new Bitmap($in->width, $in->height, $out);
    }

    public function applyTone(Bitmap $in): Bitmap
    {
        $table = $this->table();
        $out = InkRule::plane($in, TipKind::InkMask)->values;
        foreach ($in->pixels as $i => $p) {
            $ink = $table[$out[$i] * 255 + 32768 >> 16];
            $out[$i] = ($p & 255) === 255 ? (255 - $ink) * 0x1010100 | 255 : $ink;
        }

        return new Bitmap($in->width, $in->height, $out);
    }

    /** @return array<int, int> 256 of 0–255 */
    private function table(): array
    {
        return array_map(fn (int $v): int => (int) round(255 * $this->curve->at($v / 255)), range(0, 255));
    }
}
