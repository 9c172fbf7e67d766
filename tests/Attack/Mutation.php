<?php

declare(strict_types=1);

namespace Tests\Attack;

use Random\Randomizer;

/** Good files and good JSON made bad, in ways that readers have fallen for. */
final readonly class Mutation
{
    /** Numbers that fields of a size, an offset or a count are set to. */
    private const NUMBERS = [0, 1, 0x7F, 0xFF, 0x7FFF, 0x8000, 0xFFFF, 0x7FFFFFFF, 0x80000000, 0xFFFFFFFF];

    private const WORDS = ["\0", "\xff\xfe", "\u{202e}", '../../../../etc/passwd', '<script>alert(1)</script>', "' OR 1=1 --", '%n%n%n', '&xxe;', 'NaN', '-1', '1e309', '999999999999999999999999', "\r\nSet-Cookie: a=b"];

    public function __construct(private Randomizer $chance)
    {
    }

    /** @param  string  $other  a file of another kind, or of another size */
    public function of(string $bytes, string $other): string
    {
        for ($i = 0, $times = $this->chance->getInt(1, 3); $i < $times; $i++) {
            $bytes = $this->once($bytes, $other);
        }

        return $bytes;
    }

    private function once(string $bytes, string $other): string
    {
        $length = strlen($bytes);
        if ($length < 8) {
            return $other;
        }
        // The first bytes say what a file is and how large: half of all blows land there.
        $at = $this->chance->getInt(0, $this->chance->getInt(0, 1) === 0 ? min(200, $length - 5) : $length - 5);
        $run = $this->chance->getInt(1, min(400, $length - $at));
        $number = self::NUMBERS[$this->chance->getInt(0, count(self::NUMBERS) - 1)];

        return match ($this->chance->getInt(0, 9)) {
            0 => substr_replace($bytes, chr(ord($bytes[$at]) ^ 1 << $this->chance->getInt(0, 7)), $at, 1),
            1 => substr_replace($bytes, $this->chance->getBytes($run), $at, $run),
            2 => substr($bytes, 0, $at),
            3 => substr($bytes, 0, $at).substr($bytes, $at + $run),
            4 => substr($bytes, 0, $at).str_repeat(substr($bytes, $at, $run), $this->chance->getInt(2, 60)).substr($bytes, $at),
            5 => substr_replace($bytes, pack('N', $number), $at, 4),
            6 => substr_replace($bytes, pack('V', $number), $at, 4),
            7 => substr($bytes, 0, $at).substr($other, $this->chance->getInt(0, max(0, strlen($other) - 1))),
            8 => substr($bytes, 0, $at).self::WORDS[$this->chance->getInt(0, count(self::WORDS) - 1)].substr($bytes, $at),
            default => $bytes.substr($other, 0, $this->chance->getInt(1, max(1, strlen($other)))),
        };
    }

    /** A value of JSON with one of its parts replaced. */
    public function value(mixed $value, int $depth = 0): mixed
    {
        if (! is_array($value) || $value === [] || ($depth > 0 && $this->chance->getInt(0, 4) === 0)) {
            return $this->wrong();
        }
        $keys = array_keys($value);
        $key = $keys[$this->chance->getInt(0, count($keys) - 1)];
        switch ($this->chance->getInt(0, 5)) {
            case 0:
                unset($value[$key]);
                break;
            case 1:
                $value[self::WORDS[$this->chance->getInt(0, count(self::WORDS) - 1)]] = $this->wrong();
                break;
            default:
                $value[$key] = $this->value($value[$key], $depth + 1);
        }

        return $value;
    }

    public function word(): string
    {
        return self::WORDS[$this->chance->getInt(0, count(self::WORDS) - 1)];
    }

    private function wrong(): mixed
    {
        return match ($this->chance->getInt(0, 11)) {
            0 => null,
            1 => $this->chance->getInt(0, 1) === 0,
            2 => -1,
            3 => 1e300,
            4 => PHP_INT_MAX,
            5 => '',
            6 => self::WORDS[$this->chance->getInt(0, count(self::WORDS) - 1)],
            7 => str_repeat('a', $this->chance->getInt(1, 5000)),
            8 => [],
            9 => [[[[[[1]]]]]],
            10 => ['a' => ['b' => null]],
            default => self::NUMBERS[$this->chance->getInt(0, count(self::NUMBERS) - 1)] / 7,
        };
    }
}
