<?php

declare(strict_types=1);

// The web server with all its processes, in the foreground until it is ended: see bin/serve and docs/serving.md.

use App\Serving\Configuration;
use App\Serving\Supervisor;

require __DIR__.'/../vendor/autoload.php';

[$address, $run, $folder, $workers] = array_slice($argv, 1, 4);
$flags = fn (string $name): array => array_values(array_filter(explode("\n", (string) getenv($name)), fn (string $flag): bool => $flag !== ''));
try {
    $configuration = new Configuration($address, $run, $folder, dirname(__DIR__), max(1, (int) $workers));
    $configuration->write();
    $signal = (new Supervisor($configuration->commands($flags('ENGINE_FLAGS'), $flags('KEEP_MEMORY'))))->run();
} catch (RuntimeException $e) {
    fwrite(STDERR, $e->getMessage().PHP_EOL);
    exit(1);
}
exit(128 + $signal);
