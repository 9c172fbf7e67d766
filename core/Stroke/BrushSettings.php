<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke;

use Yarrowfog\Core\Colour\Srgb;
use Yarrowfog\Core\Curve;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\JsonReader;
use Yarrowfog\Core\JsonValue;
use Yarrowfog\Core\Stroke\Choice\AssumedPressure;
use Yarrowfog\Core\Stroke\Choice\Choices;
use Yarrowfog\Core\Stroke\Choice\Does;
use Yarrowfog\Core\Stroke\Choice\LaidAs;
use Yarrowfog\Core\Stroke\Choice\ToothName;
use Yarrowfog\Core\Tip\TipKind;

/**
 * The settings and inks of a brush; its tip is kept apart.
 *
 * Settings that are numbers: static analysis holds every use against these, and a test holds these against the table. Those that
 * are choices have a property each, see Choices.
 *
 * @phpstan-type NumberId 'steadying'|'assumedLevel'|'taperIn'|'taperOut'|'spacing'|'linger'|'count'|'scatterAcross'|'scatterAlong'|'scatterWidth'|'size'|'angle'|'roundness'|'posture'|'frameLength'|'bandHead'|'bandTail'|'flow'|'opacity'|'inkMix'|'lends'|'driftHue'|'driftChroma'|'driftLightness'|'hueShift'|'chromaShift'|'lightnessShift'|'smudgeStrength'|'smudgeInk'|'toothDepth'|'toothScale'|'toothBrightness'|'toothContrast'|'biteSize'|'biteSpacing'|'biteScatter'|'biteCount'|'biteAngle'|'castShadow'|'shadowDistance'|'shadowTowards'|'shadowSoftness'|'rim'|'rimWidth'|'noise'
 */
final readonly class BrushSettings implements JsonValue
{
    public const MAIN_INK = '#24434c';

    public const SECOND_INK = '#c8b27a';

    public Choices $choices;

    /**
     * @param  array<string, SettingValue>  $values  one for every setting of the table
     * @param  int  $frames  pictures in the tip that it is used with
     * @param  bool  $hasBite  whether it is used with a second tip
     * @param  bool  $hasTooth  whether it is used with a tooth of its own
     * @param  bool  $isRound  whether all pictures of its tip look the same however they are turned
     * @param  float  $scale  how many times larger all of a drawing is than its pen moved, where it was made larger afterwards
     */
    private function __construct(
        public array $values,
        public Srgb $mainInk,
        public Srgb $secondInk,
        public TipKind $tipKind,
        public int $frames = 1,
        public bool $hasBite = false,
        public bool $hasTooth = false,
        public bool $isRound = false,
        public float $scale = 1.0,
    ) {
        $this->choices = Choices::of($values);
    }

    /** Every setting at its default. */
    public static function standard(TipKind $tipKind = TipKind::InkMask): self
    {
        return new self(
            array_map(SettingValue::standard(...), SettingsTable::all()),
            Srgb::fromHex(self::MAIN_INK),
            Srgb::fromHex(self::SECOND_INK),
            $tipKind,
        );
    }

    /**
     * @param  mixed  $json  decoded: {"kind": …, "inks": {"main": "#…", "second": "#…"}, "settings": {id: {"base": …}}}
     *
     * @throws InvalidInput naming what is wrong
     */
    public static function read(mixed $json): self
    {
        $brush = JsonReader::of($json)->keys(['kind', 'inks', 'settings']);
        $inks = $brush->object('inks')->keys(['main', 'second']);
        $given = $brush->object('settings')->keys(SettingsTable::ids());
        $values = [];
        foreach (SettingsTable::all() as $id => $setting) {
            $values[$id] = $given->has($id) ? SettingValue::read($setting, $given->object($id)) : SettingValue::standard($setting);
        }

        return new self(
            $values,
            Srgb::fromHex($inks->text('main', self::MAIN_INK), 'inks.main'),
            Srgb::fromHex($inks->text('second', self::SECOND_INK), 'inks.second'),
            TipKind::from($brush->choice('kind', TipKind::names(), TipKind::InkMask->value)),
        );
    }

    public function value(string $id): SettingValue
    {
        return $this->values[SettingsTable::get($id)->id];
    }

    /**
     * The base of a number setting, before spread and drives.
     *
     * @param  NumberId  $id
     */
    public function base(string $id): float
    {
        return $this->value($id)->number();
    }

    /** The same brush with one setting at another value. */
    public function with(string $id, SettingValue $value): self
    {
        return new self([...$this->values, SettingsTable::get($id)->id => $value], $this->mainInk, $this->secondInk, $this->tipKind, $this->frames, $this->hasBite, $this->hasTooth, $this->isRound, $this->scale);
    }

    /** The same brush with one setting at another base; its spread, and what moves it, stay. */
    public function withBase(string $id, float|string|Curve $base): self
    {
        $value = $this->value($id);

        return $this->with($id, new SettingValue($base, $value->spread, $value->drives));
    }

    /**
     * About how many dabs fall on so long a way, where the pen presses as lightly as it can.
     *
     * @param  float  $way  px
     */
    public function dabsOn(float $way): float
    {
        return $this->choices->onePerPress || $this->isBand() ? 1.0 : $way / max(Placer::LEAST_GAP, 0.2 * $this->base('spacing') * $this->base('size')) * max(1.0, $this->base('count'));
    }

    /**
     * The same brush on a sheet: where it meets the tooth of whatever it paints on, it meets that one.
     *
     * @param  string  $tooth  name of one of the engine's, or none
     */
    public function onSheet(string $tooth): self
    {
        return $this->choices->tooth === ToothName::OfTheSheet ? $this->withBase('tooth', $tooth) : $this;
    }

    /** The same brush, used with so many pictures (round ones, perhaps), and perhaps a second tip and a tooth of its own. */
    public function usedWith(int $frames, bool $bite, bool $tooth = false, bool $round = false): self
    {
        return new self($this->values, $this->mainInk, $this->secondInk, $this->tipKind, max(1, $frames), $bite, $tooth, $round, $this->scale);
    }

    /** The brush that lays the second tip along the same path. */
    public function bite(): self
    {
        $bite = new self(array_map(SettingValue::standard(...), SettingsTable::all()), $this->mainInk, $this->secondInk, TipKind::InkMask, scale: $this->scale);
        foreach (SettingsTable::all() as $id => $setting) {
            if ($setting->station === Station::Hand) {
                $bite = $bite->with($id, $this->value($id));
            }
        }
        $size = $this->value('size');

        return $bite
            ->with('size', new SettingValue($this->base('size') * $this->base('biteSize'), $size->spread, $size->drives))
            ->with('spacing', $this->value('biteSpacing'))
            ->with('scatterAcross', $this->value('biteScatter'))
            ->with('scatterAlong', $this->value('biteScatter'))
            ->with('count', $this->value('biteCount'))
            ->with('angle', $this->value('biteAngle'));
    }

    /** What a setting is set to by default, so far as the brush has it otherwise. */
    public function neutral(string $id): self
    {
        return $this->with($id, SettingValue::standard(SettingsTable::get($id)));
    }

    /**
     * The same brush for a drawing made smaller or larger: what is in px goes with it, as far as a setting goes, and so does the
     * speed or way at which a drive is at its end.
     */
    public function scale(float $factor): self
    {
        $brush = new self($this->values, $this->mainInk, $this->secondInk, $this->tipKind, $this->frames, $this->hasBite, $this->hasTooth, $this->isRound, $this->scale * $factor);
        foreach ($factor === 1.0 ? [] : SettingsTable::all() as $id => $setting) {
            $value = $this->value($id);
            if ($setting->isIn('px') || $value->drives !== []) {
                $base = $setting->isIn('px') ? $setting->numberField()->clamp($value->number() * $factor) : $value->number();
                $brush = $brush->with($id, new SettingValue($base, $value->spread, array_map(fn (Drive $d): Drive => $d->scale($factor), $value->drives)));
            }
        }

        return $brush;
    }

    /** The same settings for a tip of another kind. */
    public function ofKind(TipKind $kind): self
    {
        return new self($this->values, $this->mainInk, $this->secondInk, $kind, $this->frames, $this->hasBite, $this->hasTooth, $this->isRound, $this->scale);
    }

    /** The same brush in other inks. */
    public function withInks(Srgb $main, Srgb $second): self
    {
        return new self($this->values, $main, $second, $this->tipKind, $this->frames, $this->hasBite, $this->hasTooth, $this->isRound, $this->scale);
    }

    /** @param  'pressureResponse'  $id */
    public function curve(string $id): Curve
    {
        return $this->value($id)->curve();
    }

    /** Whether its dabs take colour from what lies under them. */
    public function lendsFromSheet(): bool
    {
        return $this->base('lends') > 0 || $this->value('lends')->drives !== [];
    }

    /** Whether its dabs cast shadows on what lies under them. */
    public function castsShadow(): bool
    {
        return $this->base('castShadow') > 0 && $this->choices->does === Does::Paints && ! $this->isBand();
    }

    /** Whether the tip is laid along the stroke as one band, not printed in dabs. */
    public function isBand(): bool
    {
        return $this->choices->laidAs !== LaidAs::Dabs;
    }

    /** Whether anything about a stroke depends on how fast the pen moves. */
    public function readsSpeed(bool $realPressure): bool
    {
        foreach ($this->values as $value) {
            foreach ($value->drives as $drive) {
                if ($drive->input === DriveInput::Speed) {
                    return true;
                }
            }
        }

        return ! $realPressure && $this->choices->assumedPressure === AssumedPressure::FromSpeed;
    }

    /** Whether a stroke grows from a point, or runs out. */
    public function tapers(): bool
    {
        return $this->base('taperIn') > 0 || $this->base('taperOut') > 0;
    }

    /**
     * Whether a setting never moves while painting: no spread, no drives.
     *
     * @param  NumberId  $id
     */
    public function isSteady(string $id): bool
    {
        $value = $this->value($id);

        return $value->spread === 0.0 && $value->drives === [];
    }

    /** Whether chance moves the colour at all. */
    public function drifts(): bool
    {
        return $this->base('driftHue') > 0 || $this->base('driftChroma') > 0 || $this->base('driftLightness') > 0 || $this->value('inkMix')->spread > 0;
    }

    /** @return array{kind: string, inks: array{main: string, second: string}, settings: array<string, array<string, mixed>>} */
    public function toArray(): array
    {
        return [
            'kind' => $this->tipKind->value,
            'inks' => ['main' => $this->mainInk->toHex(), 'second' => $this->secondInk->toHex()],
            'settings' => array_map(fn (SettingValue $v): array => $v->toArray(), $this->values),
        ];
    }
}
