<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke;

use LogicException;
use Yarrowfog\Core\Curve;
use Yarrowfog\Core\Form\ChoiceField;
use Yarrowfog\Core\Form\CurveField;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\JsonReader;

/** What a brush has a setting at: a base, a spread and drives; or a choice; or a curve. */
final readonly class SettingValue
{
    /**
     * @param  list<Drive>  $drives
     */
    public function __construct(public float|string|Curve $base, public float $spread = 0.0, public array $drives = [])
    {
    }

    public static function standard(Setting $setting): self
    {
        return new self(match (true) {
            $setting->field instanceof ChoiceField => $setting->field->choices[0],
            $setting->field instanceof CurveField => Curve::straight(),
            default => $setting->numberField()->default,
        });
    }

    /**
     * @param  JsonReader  $json  {"base": …, "spread": …, "drives": […]}
     *
     * @throws InvalidInput
     */
    public static function read(Setting $setting, JsonReader $json): self
    {
        if ($setting->field instanceof ChoiceField) {
            return new self($setting->field->read($json->keys(['base'])));
        }
        if ($setting->field instanceof CurveField) {
            return new self($json->keys(['base'])->has('base') ? Curve::read($json->object('base')) : Curve::straight());
        }
        $json->keys(['base', 'spread', 'drives']);
        if (! $setting->drivable && $json->has('drives') && $json->object('drives')->size() > 0) {
            throw new InvalidInput($json->name('drives'), "“{$setting->label}” takes no drives.");
        }
        $drives = [];
        if ($json->has('drives')) {
            foreach ($json->each('drives', 8) as $drive) {
                $drives[] = Drive::read($drive, $setting->drivesAreOffsets());
            }
        }

        return new self(
            $setting->numberField()->read($json),
            $json->number('spread', 0, $setting->spreadMost, 0),
            $drives,
        );
    }

    /** @throws LogicException when it is none */
    public function number(): float
    {
        return is_float($this->base) ? $this->base : throw new LogicException('A choice or a curve is no number.');
    }

    /** @throws LogicException when it is none */
    public function choice(): string
    {
        return is_string($this->base) ? $this->base : throw new LogicException('A number or a curve is no choice.');
    }

    /** @throws LogicException when it is none */
    public function curve(): Curve
    {
        return $this->base instanceof Curve ? $this->base : throw new LogicException('A number or a choice is no curve.');
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        if (! is_float($this->base)) {
            return ['base' => $this->base instanceof Curve ? $this->base->toArray() : $this->base];
        }

        return ['base' => $this->base, 'spread' => $this->spread, 'drives' => array_map(fn (Drive $d): array => $d->toArray(), $this->drives)];
    }
}
