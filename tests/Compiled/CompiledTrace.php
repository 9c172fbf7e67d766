<?php

declare(strict_types=1);

namespace Tests\Compiled;

/** One trace as the JIT lists it: its instructions, where its labels stand, and what each of its exits gives back to variables. */
final readonly class CompiledTrace
{
    /**
     * @param  string  $name  function and line, joined by “$”
     * @param  list<string>  $instructions  in the order of AT&T: what is written comes last
     * @param  array<string, int>  $labels  the instruction that follows each
     * @param  array<int, string>  $exits  by number: the operation that goes on, and the variables with the register of each
     */
    public function __construct(public string $name, public array $instructions, public array $labels, public array $exits)
    {
    }

    /**
     * What PHP prints with `opcache.jit_debug=0x104001`: the instructions of each trace, then its exits.
     *
     * @param  iterable<string>  $lines
     * @return iterable<self>
     */
    public static function listed(iterable $lines): iterable
    {
        $name = '';
        $instructions = $labels = $exits = [];
        $isCode = false;
        foreach ($lines as $line) {
            $line = rtrim($line, "\n");
            if ($isCode && $line !== '') {
                if ($line[0] === "\t") {
                    $instructions[] = substr($line, 1);
                } elseif (str_ends_with($line, ':')) {
                    $labels[substr($line, 0, -1)] = count($instructions);
                }
            } elseif (preg_match('/^TRACE-\d+\$(.+): ; \(/', $line, $match)) {
                if ($instructions !== []) {
                    yield new self($name, $instructions, $labels, $exits);
                }
                [$name, $isCode] = [$match[1], true];
                $instructions = $labels = $exits = [];
            } elseif (preg_match('/^ +exit_(\d+): (.+)$/', $line, $match)) {
                $exits[(int) $match[1]] = $match[2];
            } else {
                $isCode = false;
            }
        }
        if ($instructions !== []) {
            yield new self($name, $instructions, $labels, $exits);
        }
    }
}
