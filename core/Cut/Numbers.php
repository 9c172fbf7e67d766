<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut;

use LogicException;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Reading;

/** The numbers of one step, checked against its description. */
final readonly class Numbers
{
    /**
     * @param  array<string, float|string|list<array{float, float}>>  $values
     */
    private function __construct(private StepDescription $description, private array $values)
    {
    }

    /**
     * Reads and checks; what is missing takes its default.
     *
     * @throws InvalidInput naming the number that is wrong
     */
    public static function read(StepDescription $description, Reading $from): self
    {
        $from->keys($description->keys());
        $values = [];
        foreach ($description->params as $param) {
            $values[$param->key] = $param->read($from);
        }

        return new self($description, $values);
    }

    public function number(string $key): float
    {
        $value = $this->values[$key] ?? null;

        return is_float($value) ? $value : throw new LogicException("The step has no number “{$key}”.");
    }

    public function choice(string $key): string
    {
        $value = $this->values[$key] ?? null;

        return is_string($value) ? $value : throw new LogicException("The step has no choice “{$key}”.");
    }

    /** @return list<array{float, float}> */
    public function places(string $key): array
    {
        $value = $this->values[$key] ?? null;

        return is_array($value) ? $value : throw new LogicException("The step has no places “{$key}”.");
    }

    /** The same step for a picture `$factor` times as large: what is measured in px follows. */
    public function scaled(float $factor): self
    {
        $values = $this->values;
        foreach ($this->description->params as $param) {
            if ($param->unit === 'px') {
                $values[$param->key] = $this->number($param->key) * $factor;
            }
        }

        return new self($this->description, $values);
    }

    /** @return array<string, float|string|list<array{float, float}>> */
    public function toArray(): array
    {
        return $this->values;
    }
}
