<?php

declare(strict_types=1);

namespace App\Store;

/**
 * What a process has at hand from one request to the next. It only saves time: whatever is
 * asked of it may be gone. Most processes end with their request, and theirs never holds anything.
 */
final class ProcessCache
{
    /** @var array<string, array<string, object>> by drawer and key; what was used last comes last */
    private array $held = [];

    /** @param  bool  $lasts  whether this process goes on after its request */
    public function __construct(public readonly bool $lasts = false)
    {
    }

    /**
     * @template T of object
     *
     * @param  class-string<T>  $class  that is put into this drawer
     * @return T|null
     */
    public function recall(string $drawer, string $key, string $class): ?object
    {
        $thing = $this->held[$drawer][$key] ?? null;
        if (! $thing instanceof $class) {
            return null;
        }
        unset($this->held[$drawer][$key]);
        $this->held[$drawer][$key] = $thing;

        return $thing;
    }

    /**
     * All of a drawer; what was used last comes last.
     *
     * @template T of object
     *
     * @param  class-string<T>  $class  that is put into this drawer
     * @return list<T>
     */
    public function all(string $drawer, string $class): array
    {
        return array_values(array_filter($this->held[$drawer] ?? [], fn (object $thing): bool => $thing instanceof $class));
    }

    public function empty(): void
    {
        $this->held = [];
    }

    public function letGo(string $drawer, string $key): void
    {
        unset($this->held[$drawer][$key]);
    }

    /** @param  int  $most  things a drawer holds; what was not used for longest makes room */
    public function hold(string $drawer, string $key, object $thing, int $most): void
    {
        if (! $this->lasts) {
            return;
        }
        unset($this->held[$drawer][$key]);
        $this->held[$drawer][$key] = $thing;
        while (count($this->held[$drawer]) > $most) {
            unset($this->held[$drawer][array_key_first($this->held[$drawer])]);
        }
    }
}
