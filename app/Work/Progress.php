<?php

declare(strict_types=1);

namespace App\Work;

use App\Store\AtomicFile;
use App\Store\Scratch;
use Illuminate\Support\Str;

/**
 * How far a long piece of work has come, told by the process that does it to the one that is
 * asked; and whether the painter has called it off.
 */
final readonly class Progress
{
    private function __construct(private string $folder, private ?string $job)
    {
    }

    /** @param  string|null  $job  a UUID that the page made; null where nobody asks */
    public static function of(?string $job): self
    {
        return new self(Scratch::folder('work'), $job !== null && Str::isUuid($job) ? $job : null);
    }

    /**
     * @param  float  $part  0–1
     *
     * @throws CalledOff when the painter has
     */
    public function tell(float $part, string $doing): void
    {
        if ($this->job === null) {
            return;
        }
        if (is_file($this->path('off'))) {
            throw new CalledOff;
        }
        AtomicFile::write($this->path('at'), (string) json_encode(['part' => round($part, 3), 'doing' => $doing]));
    }

    /** @return array{part: float, doing: string} */
    public function read(): array
    {
        $said = $this->job === null ? null : json_decode((string) @file_get_contents($this->path('at')), true);

        return is_array($said) && is_numeric($said['part'] ?? null) && is_string($said['doing'] ?? null)
            ? ['part' => (float) $said['part'], 'doing' => $said['doing']]
            : ['part' => 0.0, 'doing' => ''];
    }

    public function callOff(): void
    {
        if ($this->job !== null) {
            AtomicFile::write($this->path('off'), '');
        }
    }

    public function done(): void
    {
        if ($this->job !== null) {
            @unlink($this->path('at'));
            @unlink($this->path('off'));
        }
    }

    private function path(string $ending): string
    {
        return "{$this->folder}/{$this->job}.{$ending}";
    }
}
