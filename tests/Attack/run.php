<?php

declare(strict_types=1);

// Hostile inputs against a server of their own: php tests/Attack/run.php [COUNT [SEED [FIRST]]]. See bin/test hostile.

use Tests\Attack\Attack;

require __DIR__.'/../../vendor/autoload.php';

[$count, $seed, $from] = [(int) ($argv[1] ?? 10000), (int) ($argv[2] ?? 30112026), (int) ($argv[3] ?? 0)];
$attack = Attack::run($seed, $count, $from, function (int $done) use ($count): void {
    if ($done % 500 === 0) {
        fwrite(STDERR, "{$done} of {$count}\n");
    }
}, Attack::SLOWEST);
foreach ($attack->answers as $kind => $answers) {
    ksort($answers);
    printf("%-12s %s\n", $kind, implode(', ', array_map(fn (int $status, int $n): string => "{$n} × {$status}", array_keys($answers), $answers)));
}
printf("slowest answer %.2f s, memory of all processes %d MB, %d faults\n", $attack->slowest, $attack->memory >> 20, count($attack->faults));
foreach (array_slice($attack->faults, 0, 40) as $fault) {
    echo "  {$fault}\n";
}
exit($attack->faults === [] ? 0 : 1);
