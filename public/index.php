<?php

declare(strict_types=1);

use App\Http\LiveDoor;
use Illuminate\Foundation\Application;
use Illuminate\Http\Request;

define('LARAVEL_START', microtime(true));

require __DIR__.'/../vendor/autoload.php';

/** @var Application $app */
$app = require_once __DIR__.'/../bootstrap/app.php';

$request = Request::capture();
if (LiveDoor::isFor($request->getMethod(), $request->getPathInfo())) {
    (new LiveDoor($app))->handle($request)->send();
} else {
    $app->handleRequest($request);
}
