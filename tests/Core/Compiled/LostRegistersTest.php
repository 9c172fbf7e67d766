<?php

declare(strict_types=1);

namespace Tests\Core\Compiled;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Compiled\CompiledTrace;
use Tests\Compiled\LostRegisters;

final class LostRegistersTest extends TestCase
{
    /** A loop as it was once compiled here: `foreach ($all as $i => $ink) { for ($k = 0; $ink > 0.0 && $k < 25; $k++) {`, $k in %rax. */
    private const LISTING = <<<'LISTING'
        ---- TRACE 4125 TSSA stop (loop)
        TRACE-4125$Some\Page::near$71: ; (unknown)
        	mov $EG(jit_trace_num), %rax
        	mov $0x101d, (%rax)
        	cmp $0x4, 0x98(%r14)
        	jnz jit$$trace_exit_0
        .L1:
        	mov %rsi, 0x80(%r14)
        .L6:
        	xor %rax, %rax
        	cmp $0x5, 0x78(%r14)
        	jnz jit$$trace_exit_3
        	mov $0x561f13a32d80, %rax
        	vmovsd (%rax), %xmm0
        	vucomisd 0x70(%r14), %xmm0
        	jp .L7
        	jb jit$$trace_exit_4
        .L7:
        	mov $EG(vm_interrupt), %rax
        	cmp $0x0, (%rax)
        	jnz jit$$trace_exit_5
        	mov 0x70(%r14), %rax
        	jmp .L1

        ---- TRACE 4125 exit info
             exit_0: 0003/----/0
             exit_3: 0021/0006/7 CV3($i):int CV4($k):int(rax) X5:array X6:int
             exit_4: 0023/0013/7 CV2($ink):float CV3($i):int CV4($k):int(rax) X5:array X6:int
             exit_5: 0003/0013/6/VM CV2($ink):float CV3($i):int CV4($k):int(rax) X5:array
        ---- TRACE 4125 compiled
        TRACE-4126$Some\Page::far$90: ; (unknown)
        	add $0x1, %rax
        	jo jit$$trace_exit_0

        ---- TRACE 4126 exit info
             exit_0: 0007/----/0
        LISTING;

    public function test_traces_are_read_from_what_the_compiler_tells(): void
    {
        [$near, $far] = self::read(self::LISTING);
        self::assertSame(['Some\Page::near$71', 'Some\Page::far$90'], [$near->name, $far->name]);
        self::assertSame(['.L1' => 4, '.L6' => 5, '.L7' => 13], $near->labels);
        self::assertSame('mov $0x101d, (%rax)', $near->instructions[1]);
        self::assertSame([0, 3, 4, 5], array_keys($near->exits));
        self::assertSame([['add $0x1, %rax', 'jo jit$$trace_exit_0'], [0 => '0007/----/0']], [$far->instructions, $far->exits]);
    }

    public function test_a_variable_whose_register_is_taken_by_an_address_is_found_where_it_is_given_back(): void
    {
        [$near, $far] = self::read(self::LISTING);
        self::assertSame(['Some\Page::near$71: “mov $0x561f13a32d80, %rax” is followed by “0023/0013/7 CV2($ink):float CV3($i):int CV4($k):int(rax) X5:array X6:int”'], LostRegisters::of($near));
        self::assertSame([], LostRegisters::of($far));
    }

    /** @return iterable<string, array{string, bool}> */
    public static function followers(): iterable
    {
        yield 'it is added to' => ['add $0x1, %rax', true];
        yield 'it is stored' => ['mov %rax, 0x80(%r14)', true];
        yield 'a part of it is stored' => ['mov %eax, 0x80(%r14)', true];
        yield 'it is compared' => ['cmp $0x5, %rax', true];
        yield 'it is an address' => ['mov 0x10(%rax), %rcx', true];
        yield 'it is a part of an address' => ['mov $0x4, 0x10(%rdi, %rax, 8)', true];
        yield 'it is an address of itself' => ['mov (%rax), %rax', true];
        yield 'it is converted' => ['vcvtsi2sd %rax, %xmm0, %xmm1', true];
        yield 'it is written' => ['mov 0x80(%r14), %rax', false];
        yield 'half of it is written, the rest is none' => ['mov 0x80(%r14), %eax', false];
        yield 'it is made nothing' => ['xor %rax, %rax', false];
        yield 'a float is converted into it' => ['vcvttsd2si %xmm0, %rax', false];
        yield 'something is called' => ['call _efree', false];
        yield 'something else happens, then it is used' => ["cmp \$0x5, 0x78(%r14)\n\tsub %rax, %rcx", true];
        yield 'it is written, then used' => ["mov \$0x5, %rax\n\tsub %rax, %rcx", false];
        yield 'it is used where one may go' => ["jz .L9\n\tmov \$0x5, %rax\n.L9:\n\tmov %rax, %rcx", true];
        yield 'it is used behind where one always goes' => ["jmp .L9\n\tmov %rax, %rcx\n.L9:\n\tmov \$0x5, %rax", false];
        yield 'an end that gives back another' => ['jz jit$$trace_exit_1', false];
        yield 'an end that gives it back' => ['jz jit$$trace_exit_2', true];
    }

    #[DataProvider('followers')]
    public function test_what_follows_tells_whether_the_register_was_needed(string $code, bool $isLost): void
    {
        [$trace] = self::read("TRACE-1\$f\$1: ; (unknown)\n\tmov \$0x561f13a32d80, %rax\n\tvmovsd (%rax), %xmm0\n\t{$code}\n\tret\n\n---- TRACE 1 exit info\n     exit_1: 0003/0000/2 CV1(\$i):int(rcx)\n     exit_2: 0003/0000/2 CV1(\$i):int(rax)\n");
        self::assertSame($isLost, LostRegisters::of($trace) !== []);
    }

    public function test_an_address_that_is_loaded_to_be_kept_takes_nothing(): void
    {
        [$trace] = self::read("TRACE-1\$f\$1: ; (unknown)\n\tmov \$0x561f13a32d80, %rax\n\tmov %rax, 0x10(%r14)\n\tmov \$0x561f13a32d80, %rax\n\tmov (%rax), %rax\n\tadd \$0x1, %rax\n\n");
        self::assertSame([], LostRegisters::of($trace));
    }

    /** @return list<CompiledTrace> */
    private static function read(string $listing): array
    {
        return iterator_to_array(CompiledTrace::listed(explode("\n", $listing)), false);
    }
}
