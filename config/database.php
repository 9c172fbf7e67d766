<?php

declare(strict_types=1);

return [
    'default' => 'sqlite',
    'connections' => [
        'sqlite' => [
            'driver' => 'sqlite',
            'database' => env('DB_DATABASE', database_path('yarrowfog.sqlite')),
            'prefix' => '',
            'foreign_key_constraints' => true,
            'busy_timeout' => 10000,
            // The write-ahead log is switched on once, by the first migration: the file remembers it.
            'synchronous' => 'NORMAL',
            // A worker keeps its connection: opening the file, and folding its log away again at
            // the end of every request, would cost a piece of a stroke several milliseconds.
            'options' => PHP_SAPI === 'cli-server' ? [PDO::ATTR_PERSISTENT => true] : [],
        ],
    ],
    'migrations' => ['table' => 'migrations', 'update_date_on_publish' => true],
];
