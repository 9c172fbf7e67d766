<?php

declare(strict_types=1);

use App\Http\Easel\Messenger;
use App\Http\LiveDoor;
use Illuminate\Foundation\Application;
use Illuminate\Http\Request;

define('LARAVEL_START', microtime(true));

require __DIR__.'/../vendor/autoload.php';

$request = Request::capture();
$path = $request->getPathInfo();
$isLive = LiveDoor::isFor($request->getMethod(), $path);
$easels = $isLive ? LiveDoor::easels($path) : null;
$answer = $easels === null ? null : Messenger::toEasels()?->ask($easels, $request);
if ($answer !== null) {
    $answer->send();

    return;
}

/** @var Application $app */
$app = require_once __DIR__.'/../bootstrap/app.php';

if ($isLive) {
    (new LiveDoor($app))->handle($request)->send();
} else {
    $app->handleRequest($request);
}
