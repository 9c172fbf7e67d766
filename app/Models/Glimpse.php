<?php

declare(strict_types=1);

namespace App\Models;

use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\SettingsTable;

/**
 * A few figures of a brush out of its settings as they are stored: a wall of thousands needs no more of each, and reading all of them
 * with every check would take seconds.
 */
final readonly class Glimpse
{
    /** @param  array<array-key, mixed>  $stored */
    private function __construct(private array $stored)
    {
    }

    /** Of the settings in hand: the draft where there is one. */
    public static function inHand(Brush $brush): self
    {
        return self::of($brush, 'draft') ?? self::kept($brush);
    }

    public static function kept(Brush $brush): self
    {
        return self::of($brush, 'kept') ?? new self([]);
    }

    public function base(string $id): float
    {
        $base = $this->stored($id);

        return is_int($base) || is_float($base) ? (float) $base : SettingsTable::get($id)->numberField()->default;
    }

    public function choice(string $id): string
    {
        $base = $this->stored($id);

        $default = SettingsTable::get($id)->toArray()['default'];

        return is_string($base) ? $base : (is_string($default) ? $default : '');
    }

    /** A base of whatever kind, as pages are told it. */
    public function value(string $id): mixed
    {
        return $this->stored($id) ?? SettingsTable::get($id)->toArray()['default'];
    }

    /** @return array{main: string, second: string} */
    public function inks(): array
    {
        $inks = is_array($this->stored['inks'] ?? null) ? $this->stored['inks'] : [];
        $of = fn (string $which, string $else): string => is_string($inks[$which] ?? null) ? $inks[$which] : $else;

        return ['main' => $of('main', BrushSettings::MAIN_INK), 'second' => $of('second', BrushSettings::SECOND_INK)];
    }

    private static function of(Brush $brush, string $column): ?self
    {
        $json = $brush->getAttributes()[$column] ?? null;
        $stored = is_string($json) ? json_decode($json, true) : null;

        return is_array($stored) ? new self($stored) : null;
    }

    private function stored(string $id): mixed
    {
        $settings = is_array($this->stored['settings'] ?? null) ? $this->stored['settings'] : [];

        return is_array($settings[$id] ?? null) ? $settings[$id]['base'] ?? null : null;
    }
}
