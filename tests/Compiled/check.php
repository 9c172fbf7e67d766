<?php

declare(strict_types=1);

/**
 * Reads what the JIT told of its work, and fails where it made code that loses a value.
 *
 *   php -d opcache.jit_debug=0x104001 … 2>LISTING; php tests/Compiled/check.php LISTING
 */

use Tests\Compiled\CompiledTrace;
use Tests\Compiled\LostRegisters;

require __DIR__.'/../../vendor/autoload.php';

$file = new SplFileObject($argv[1]);
$count = 0;
$lost = [];
foreach (CompiledTrace::listed($file) as $trace) {
    $count++;
    array_push($lost, ...LostRegisters::of($trace));
}
echo "Compiled code: {$count} traces, ".($lost === [] ? 'nothing is lost in them.' : 'values are lost (tests/Compiled/LostRegisters.php):')."\n";
foreach (array_unique($lost) as $line) {
    echo "  {$line}\n";
}
// Without a listing nothing was checked.
exit($lost === [] && $count > 0 ? 0 : 1);
