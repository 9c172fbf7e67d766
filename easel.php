<?php

declare(strict_types=1);

// One easel beside the web server: php easel.php NAME. See App\Http\Easel\Easel, and bin/serve.

use App\Http\Easel\Easel;
use Illuminate\Foundation\Application;

require __DIR__.'/vendor/autoload.php';

/** @var Application $app */
$app = require_once __DIR__.'/bootstrap/app.php';
$folder = getenv(Easel::FOLDER);
if (! is_string($folder) || ! is_dir($folder) || ! isset($argv[1])) {
    fwrite(STDERR, 'Easels are set up by bin/serve.'.PHP_EOL);
    exit(2);
}
Easel::of($app)->serve(Easel::socket($folder, $argv[1]));
