<?php

declare(strict_types=1);

return [
    'driver' => env('SESSION_DRIVER', 'shared'),
    'lifetime' => 60 * 24 * 30,
    'expire_on_close' => false,
    'encrypt' => false,
    'files' => storage_path('framework/sessions'),
    'lottery' => [2, 100],
    // Two servers on one machine, each with a key and a port of its own, do not take each other's sessions away.
    'cookie' => 'yarrowfog_'.hash('xxh32', env('APP_KEY').' '.($_SERVER['SERVER_PORT'] ?? '')),
    'path' => '/',
    'domain' => null,
    'secure' => null,
    'http_only' => true,
    'same_site' => 'strict',
    'partitioned' => false,
];
