<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Stroke;

use Yarrowfog\Core\Paint\Tile\Effect;
use Yarrowfog\Core\Raster\BlendMode;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\DabMaker;
use Yarrowfog\Core\Stroke\PathPoint;

/** A stroke that pushes about what lies on the sheet. */
final class SmudgeStroke implements PaintedStroke
{
    private bool $isWhole = false;

    public function __construct(private readonly BrushSettings $brush, private readonly Smudger $smudger, private readonly DabMaker $maker, private readonly Rect $bounds)
    {
    }

    public function feed(array $samples): void
    {
        $this->smudger->smudge($this->maker->feed($samples));
    }

    public function finish(array $samples): void
    {
        $this->isWhole = true;
        $this->feed($samples);
        $this->smudger->smudge($this->maker->finish());
    }

    public function canEnd(): bool
    {
        return false;
    }

    public function provisional(): array
    {
        return $this->isWhole ? [] : Provisional::of($this->brush, $this->maker->path->length(), takesRim: false);
    }

    public function pen(): ?PathPoint
    {
        return $this->maker->path->pen();
    }

    public function bounds(): Rect
    {
        return $this->bounds;
    }

    public function colour(): ?int
    {
        return null;
    }

    public function effect(): Effect
    {
        return Effect::Replaces;
    }

    public function blendMode(): BlendMode
    {
        return $this->brush->choices->blendMode;
    }

    public function tile(string $key): ?array
    {
        return $this->smudger->tile($key);
    }

    public function keys(): array
    {
        return $this->smudger->keys();
    }

    public function takeDirty(): array
    {
        return $this->smudger->takeDirty();
    }
}
