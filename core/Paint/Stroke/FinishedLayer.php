<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Stroke;

use Yarrowfog\Core\Paint\Dab\Tooth;
use Yarrowfog\Core\Paint\Tile\StrokeBuffer;
use Yarrowfog\Core\Paint\Tile\StrokeLayer;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\BrushSettings;

/** The coverage of a stroke that lays ink, and what its brush makes of that: bite, tooth, rim and noise. */
final class FinishedLayer
{
    private ?Finish $finish = null;

    private bool $isWhole = false;

    public function __construct(private readonly BrushSettings $brush, private readonly ?Tooth $tooth, public readonly StrokeBuffer $main, private readonly ?StrokeBuffer $bite = null)
    {
    }

    /** Must be called before its buffers are painted on. */
    public function open(bool $isWhole): void
    {
        $this->isWhole = $isWhole;
        $this->finish = null;
    }

    /** @return array<int, int>|null as StrokeLayer has it */
    public function tile(string $key): ?array
    {
        $this->finish ??= new Finish($this->brush, $this->tooth, $this->main, $this->bite, $this->isWhole);

        return $this->finish->tile($key);
    }

    /** @return list<string> */
    public function keys(): array
    {
        return array_values(array_unique([...$this->main->keys(), ...$this->bite === null ? [] : $this->bite->keys()]));
    }

    /** @return array<string, Rect> */
    public function takeDirty(): array
    {
        $dirty = $this->main->takeDirty();
        foreach ($this->bite === null ? [] : $this->bite->takeDirty() as $key => $area) {
            $dirty[$key] = isset($dirty[$key]) ? $dirty[$key]->union($area) : $area;
        }

        return $dirty;
    }
}
