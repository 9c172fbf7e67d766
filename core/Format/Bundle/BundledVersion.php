<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Format\Bundle;

use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\JsonReader;
use Yarrowfog\Core\JsonValue;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\SettingsTable;

/** What a brush paints with, now or when it was kept once: settings, roll, tip, bite and tooth. */
final readonly class BundledVersion implements JsonValue
{
    public const KEYS = ['kept', 'settings', 'roll', 'tip', 'bite', 'tooth'];

    /**
     * @param  string  $kept  when, as 2026-11-29T10:00:00Z; empty for the brush as it is
     * @param  array<string, mixed>  $beyond  what a newer version of the format says of it; what it says of the brush as it is stands with the brush
     */
    public function __construct(public BrushSettings $settings, public int $roll, public BundledTip $tip, public ?BundledTip $bite = null, public ?BundledTooth $tooth = null, public string $kept = '', public array $beyond = [])
    {
    }

    /** @throws InvalidInput */
    public static function read(mixed $json): self
    {
        $from = JsonReader::of($json);
        $kept = $from->text('kept', '', 25);
        $tip = BundledTip::read($from->object('tip'));

        return new self(
            self::settings($from->object('settings'))->ofKind($tip->kind),
            $from->integer('roll', 0, 0x7FFFFFFF, 1),
            $tip,
            $from->has('bite') ? BundledTip::read($from->object('bite')) : null,
            $from->has('tooth') ? BundledTooth::read($from->object('tooth')) : null,
            $kept,
            $kept === '' ? [] : [...$from->beyond(self::KEYS), ...self::beyond($from)],
        );
    }

    /** Settings without those that a newer version has and this one does not know. */
    private static function settings(JsonReader $from): BrushSettings
    {
        $known = $from->object('settings')->only(self::known());

        return BrushSettings::read($from->only(['kind', 'inks', 'settings'])->with('settings', $known));
    }

    /**
     * What of an object like this is not known here, to be written again.
     *
     * @return array<string, mixed>
     */
    public static function beyond(JsonReader $from): array
    {
        $settings = $from->object('settings');
        $beyond = [...$settings->beyond(['kind', 'inks', 'settings']), ...($more = $settings->object('settings')->beyond(self::known())) === [] ? [] : ['settings' => $more]];

        return $beyond === [] ? [] : ['settings' => $beyond];
    }

    /** @return list<string> */
    private static function known(): array
    {
        return array_map(strval(...), array_keys(SettingsTable::all()));
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return Document::with([
            ...$this->kept === '' ? [] : ['kept' => $this->kept],
            'tip' => $this->tip->toArray(),
            'bite' => $this->bite?->toArray(),
            'tooth' => $this->tooth?->toArray(),
            'roll' => $this->roll,
            'settings' => $this->settings->toArray(),
        ], $this->beyond);
    }

    /** @return list<string> places of all pictures that it is painted with */
    public function paths(): array
    {
        return [...array_column($this->tip->frames, 'path'), ...array_column($this->bite->frames ?? [], 'path'), ...$this->tooth === null ? [] : [$this->tooth->path]];
    }
}
