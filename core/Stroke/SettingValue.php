<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke;

use Yarrowfog\Core\Curve;
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
            $setting->isChoice() => $setting->choices[0],
            $setting->isCurve() => Curve::straight(),
            default => $setting->default,
        });
    }

    /**
     * @param  JsonReader  $json  {"base": …, "spread": …, "drives": […]}
     *
     * @throws InvalidInput
     */
    public static function read(Setting $setting, JsonReader $json): self
    {
        if ($setting->isChoice()) {
            return new self($json->keys(['base'])->choice('base', $setting->choices));
        }
        if ($setting->isCurve()) {
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
            $json->number('base', $setting->least, $setting->most, $setting->default),
            $json->number('spread', 0, $setting->spreadMost, 0),
            $drives,
        );
    }

    public function number(): float
    {
        return is_float($this->base) ? $this->base : 0.0;
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
