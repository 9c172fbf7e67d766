<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke;

use Yarrowfog\Core\Chance;
use Yarrowfog\Core\Curve;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\JsonReader;

/**
 * What moves a setting while painting: an input, through a curve, to a factor between
 * `from` and `to` (for angles: to an offset in degrees).
 */
final readonly class Drive
{
    public function __construct(
        public DriveInput $input,
        public Curve $curve,
        public float $from = 0.0,
        public float $to = 1.0,
        public ?float $reference = null,
    ) {
    }

    /** @throws InvalidInput */
    public static function read(JsonReader $json, bool $isOffset): self
    {
        $json->keys(['input', 'curve', 'from', 'to', 'reference']);
        $input = DriveInput::from($json->choice('input', DriveInput::names()));
        [$least, $most] = $isOffset ? [-360.0, 360.0] : [0.0, 10.0];

        return new self(
            $input,
            $json->has('curve') ? Curve::read($json->object('curve')) : Curve::straight(),
            $json->number('from', $least, $most, 0.0),
            $json->number('to', $least, $most, $isOffset ? 360.0 : 1.0),
            $json->has('reference') ? $json->number('reference', 0.01, 100000) : null,
        );
    }

    /**
     * @param  int  $stream  the setting's own stream of chance
     * @param  int  $draw  different for each drive of a setting
     */
    public function factor(PathPoint $at, int $dab, Chance $chance, int $stream, int $draw): float
    {
        return $this->from + ($this->to - $this->from) * $this->curve->at($this->reading($at, $dab, $chance, $stream, $draw));
    }

    /**
     * What goes into the curve at a point of the path, 0–1.
     *
     * @param  int  $stream  the setting's own stream of chance
     * @param  int  $draw  different for each drive of a setting
     */
    public function reading(PathPoint $at, int $dab, Chance $chance, int $stream, int $draw): float
    {
        $reference = $this->reference ?? $this->input->reference();

        return match ($this->input) {
            DriveInput::Pressure => $at->pressure,
            DriveInput::Tilt => $at->tilt,
            DriveInput::Azimuth => $at->azimuth / 360.0,
            DriveInput::Twist => $at->twist / 360.0,
            DriveInput::Speed => min(1.0, $at->speed / $reference),
            DriveInput::Heading => fmod($at->heading + 360.0, 360.0) / 360.0,
            DriveInput::Travel => min(1.0, $at->s / $reference),
            DriveInput::ChancePerDab => $chance->unit($stream, $dab, $draw),
            DriveInput::ChancePerStroke => $chance->unit($stream, 0, $draw),
        };
    }

    /** The same for a drawing so many times as large, drawn in the same time. */
    public function scale(float $factor): self
    {
        return $this->input->unit() === '' ? $this : new self($this->input, $this->curve, $this->from, $this->to, ($this->reference ?? $this->input->reference()) * $factor);
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        $out = ['input' => $this->input->value, 'curve' => $this->curve->toArray(), 'from' => $this->from, 'to' => $this->to];
        if ($this->reference !== null) {
            $out['reference'] = $this->reference;
        }

        return $out;
    }
}
