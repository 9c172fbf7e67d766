<?php

declare(strict_types=1);

namespace Tests\Compiled;

/**
 * Where the tracing JIT of PHP 8.2 loses an integer that it keeps in a register.
 *
 * It reaches a literal, such as the 0.5 of a comparison, by way of %rax, and does not know that this takes the register from
 * a variable that is kept there. The variable then has the address of the literal for its value. Such a loop is to be written so that
 * no float literal stands between an integer's assignment and its use: with the literal in a variable, or in another order.
 */
final class LostRegisters
{
    private const KEPT = '%rax';

    /** The register, whole or in part. */
    private const PARTS = '/%(?:rax|eax|ax|al|ah)\b/';

    /** Loads an address; the one by which the engine is interrupted does no harm, as nothing here goes on after an interrupt. */
    private const ADDRESS = '/^mov \$(?:0x[0-9a-f]{9,}|(?!EG\(vm_interrupt\))[A-Za-z_]\S*), %rax$/';

    /** What only writes its last operand. */
    private const WRITES = '/^(?:v?mov|lea|v?cvtt|set|pop)/';

    /** What reads all its operands. */
    private const READS = ['cmp', 'test', 'push'];

    /** @return list<string> what is lost in a trace: where, by what, and who would use it; empty where nothing is */
    public static function of(CompiledTrace $trace): array
    {
        $lost = [];
        foreach ($trace->instructions as $at => $instruction) {
            // An address that is used once is not kept for anything.
            if (! str_starts_with($instruction, 'mov $') || ! preg_match(self::ADDRESS, $instruction) || ! str_contains($trace->instructions[$at + 1] ?? '', '('.self::KEPT.')')) {
                continue;
            }
            if (! self::writes($trace->instructions[$at + 1])) {
                foreach (self::users($trace, $at + 2) as $user) {
                    $lost[] = "{$trace->name}: “{$instruction}” is followed by “{$user}”";
                }
            }
        }

        return array_values(array_unique($lost));
    }

    /**
     * Who uses the register before anything is written to it.
     *
     * @return list<string>
     */
    private static function users(CompiledTrace $trace, int $from): array
    {
        $users = $seen = [];
        $open = [$from];
        while ($open !== []) {
            $at = array_pop($open);
            $instruction = $trace->instructions[$at] ?? null;
            if ($instruction === null || isset($seen[$at])) {
                continue;
            }
            $seen[$at] = true;
            $operation = strtok($instruction, ' ');
            if ($operation === 'call' || $operation === 'ret') {
                continue;
            }
            if ($operation[0] === 'j') {
                $target = substr($instruction, strlen($operation) + 1);
                if (preg_match('/^jit\$\$trace_exit_(\d+)$/', $target, $match)) {
                    $exit = $trace->exits[(int) $match[1]] ?? '';
                    if (str_contains($exit, '(rax)')) {
                        $users[] = $exit;
                    }
                } elseif (preg_match(self::PARTS, $target)) {
                    $users[] = $instruction;
                } elseif (isset($trace->labels[$target])) {
                    $open[] = $trace->labels[$target];
                }
                if ($operation !== 'jmp') {
                    $open[] = $at + 1;
                }

                continue;
            }
            if (self::reads($instruction)) {
                $users[] = $instruction;
            } elseif (! self::writes($instruction)) {
                $open[] = $at + 1;
            }
        }

        return $users;
    }

    private static function writes(string $instruction): bool
    {
        return ! in_array(strtok($instruction, ' '), self::READS, true) && preg_match(self::PARTS, self::last($instruction)) && ! str_contains(self::last($instruction), '(');
    }

    private static function reads(string $instruction): bool
    {
        // A register against itself is how nothing is written to it.
        if (preg_match('/^xor (%\w+), \1$/', $instruction)) {
            return false;
        }
        $last = self::last($instruction);
        $isRead = preg_match(self::PARTS, substr($instruction, 0, -strlen($last))) === 1;

        return $isRead || preg_match(self::PARTS, $last) && ! (self::writes($instruction) && preg_match(self::WRITES, $instruction));
    }

    /** The last operand, which is the one that most operations write. */
    private static function last(string $instruction): string
    {
        return preg_match('/(?:[^\s,(]*\([^)]*\)|[^\s,]+)$/', $instruction, $match) ? $match[0] : $instruction;
    }
}
