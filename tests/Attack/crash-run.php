<?php

declare(strict_types=1);

// A server that falls, again and again: php tests/Attack/crash-run.php [killed|power|full [MOMENTS [SEED]]]. See bin/test crash.

use Tests\Attack\Crash;

require __DIR__.'/../../vendor/autoload.php';

$status = 0;
foreach (isset($argv[1]) && $argv[1] !== 'all' ? [$argv[1] => (int) ($argv[2] ?? 200)] : [Crash::KILLED => 200, Crash::POWER => 100, Crash::FULL => 100] as $how => $moments) {
    if (! in_array($how, [Crash::KILLED, Crash::POWER, Crash::FULL], true)) {
        fwrite(STDERR, "There is no way to fall “{$how}”. Known: killed, power, full.\n");
        exit(2);
    }
    $crash = Crash::run((int) ($argv[3] ?? 30112026), $moments, $how, fn (int $done) => $done % 20 === 0 ? fwrite(STDERR, "{$how}: {$done} of {$moments}\n") : null);
    ksort($crash->acknowledged);
    printf("%-8s %d moments, %d writes not acknowledged; acknowledged: %s; %d faults\n", $how, $moments, $crash->unanswered, implode(', ', array_map(fn (string $kind, int $n): string => "{$n} × {$kind}", array_keys($crash->acknowledged), $crash->acknowledged)), count($crash->faults));
    foreach (array_slice($crash->faults, 0, 20) as $fault) {
        echo "  {$fault}\n";
    }
    $status = $crash->faults === [] ? $status : 1;
}
exit($status);
