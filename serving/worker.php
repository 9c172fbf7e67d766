<?php

declare(strict_types=1);

// One worker behind the web server: php serving/worker.php SOCKET [warm]. See App\Serving\Worker, and bin/serve.

use App\Painting\StrokeLaying;
use App\Serving\Pause;
use App\Serving\WarmUp;
use App\Serving\Worker;
use Illuminate\Contracts\Http\Kernel;
use Illuminate\Foundation\Application;

require __DIR__.'/../vendor/autoload.php';

if (! isset($argv[1])) {
    fwrite(STDERR, 'Workers are set up by bin/serve.'.PHP_EOL);
    exit(2);
}
$door = Worker::listen($argv[1]);
/** @var Application $app */
$app = require_once __DIR__.'/../bootstrap/app.php';
$worker = Worker::of($app);
$worker->serve(
    $door,
    ($argv[2] ?? '') === 'warm' ? [...WarmUp::pieces($app->make(Kernel::class)), ...WarmUp::strokes()] : [],
    fn (Pause $pause): bool => match ($pause) {
        Pause::Idle => $app->make(StrokeLaying::class)->some(),
        Pause::BetweenCalls => $app->make(StrokeLaying::class)->some(StrokeLaying::FEW),
        Pause::BetweenPieces => $app->make(StrokeLaying::class)->someOfMany(),
    },
);
