<?php

declare(strict_types=1);

namespace App\Painting;

use Yarrowfog\Core\Format\Svg;
use Yarrowfog\Core\Vector\Tracer;

/** A sheet as outlines, and how good they are. */
final readonly class TracedSheet
{
    public string $svg;

    public int $curves;

    /** @var float px of the point of the ink that lies farthest from the outlines */
    public float $farthest;

    /** @param  non-empty-list<array{string, Tracer}>  $inks  #rrggbb and what it covers, the lowest first */
    public function __construct(int $width, int $height, public array $inks)
    {
        $this->svg = Svg::ofInks($width, $height, $inks);
        $this->curves = array_sum(array_map(fn (array $ink): int => $ink[1]->curves(), $inks));
        $this->farthest = max(array_map(fn (array $ink): float => $ink[1]->farthest, $inks));
    }

    /** @return array{inks: list<array{ink: string, d: string}>, curves: int, farthest: float, bytes: int} */
    public function toArray(): array
    {
        return [
            'inks' => array_map(fn (array $ink): array => ['ink' => $ink[0], 'd' => implode('', array_map(fn (array $layer): string => Svg::outline($layer['rings']), $ink[1]->layers))], $this->inks),
            'curves' => $this->curves,
            'farthest' => round($this->farthest, 3),
            'bytes' => strlen($this->svg),
        ];
    }
}
