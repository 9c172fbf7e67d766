<?php

declare(strict_types=1);

return [
    'default' => 'library',
    'disks' => [
        // What must not be lost: originals, tips, teeth and marks, by the hashes of their content.
        'library' => ['driver' => 'local', 'root' => storage_path('yarrowfog/kept'), 'throw' => false],
        // What can be made again at any time.
        'derived' => ['driver' => 'local', 'root' => storage_path('yarrowfog/derived'), 'throw' => false],
    ],
];
