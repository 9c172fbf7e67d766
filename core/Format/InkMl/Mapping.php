<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Format\InkMl;

use DOMElement;
use Yarrowfog\Core\InvalidInput;

/** From the places of a trace to those of its canvas: x′ = a·x + b·y + c, y′ = d·x + e·y + f (InkML, sections 4.3 and 6). */
final readonly class Mapping
{
    private function __construct(private float $a = 1.0, private float $b = 0.0, private float $c = 0.0, private float $d = 0.0, private float $e = 1.0, private float $f = 0.0)
    {
    }

    /**
     * The first mapping of a canvasTransform, which is the one from trace to canvas.
     *
     * @throws InvalidInput where it is of a kind that is not read
     */
    public static function ofTransform(DOMElement $transform): self
    {
        foreach (self::children($transform, 'mapping') as $mapping) {
            return self::ofMapping($mapping);
        }

        return new self;
    }

    /** @return array{float, float} x and y on the canvas */
    public function at(float $x, float $y): array
    {
        return [$this->a * $x + $this->b * $y + $this->c, $this->d * $x + $this->e * $y + $this->f];
    }

    private static function ofMapping(DOMElement $mapping): self
    {
        $type = $mapping->getAttribute('type');
        if ($type === 'affine') {
            return self::ofMatrix($mapping);
        }
        if ($type === 'product') {
            $all = new self;
            foreach (self::children($mapping, 'mapping') as $part) {
                $all = self::ofMapping($part)->after($all);
            }

            return $all;
        }
        if ($type === 'identity' || $type === '') {
            return new self;
        }
        throw new InvalidInput('canvasTransform', "This InkML places its ink by a mapping of type “{$type}”. Mappings that are read: identity, affine and products of these.");
    }

    private static function ofMatrix(DOMElement $mapping): self
    {
        foreach (self::children($mapping, 'affine') as $affine) {
            $figures = preg_split('/[\s,]+/', trim($affine->textContent)) ?: [];
            $numbers = array_map(floatval(...), array_filter($figures, is_numeric(...)));
            if (count($figures) === 6 && count($numbers) === 6) {
                return new self(...array_values($numbers));
            }
        }
        throw new InvalidInput('canvasTransform', 'An affine mapping of this InkML does not have the six figures that a place needs.');
    }

    /** This one after another. */
    private function after(self $first): self
    {
        [$c, $f] = $this->at($first->c, $first->f);

        return new self(
            $this->a * $first->a + $this->b * $first->d,
            $this->a * $first->b + $this->b * $first->e,
            $c,
            $this->d * $first->a + $this->e * $first->d,
            $this->d * $first->b + $this->e * $first->e,
            $f,
        );
    }

    /** @return list<DOMElement> */
    private static function children(DOMElement $of, string $name): array
    {
        $out = [];
        foreach ($of->childNodes as $child) {
            if ($child instanceof DOMElement && $child->localName === $name) {
                $out[] = $child;
            }
        }

        return $out;
    }
}
