<?php

declare(strict_types=1);

/*
 * Decodes a picture, or many, from its input, for App\Pictures\StrangerFile, which sets the limits it runs in.
 */

require __DIR__.'/../vendor/autoload.php';

exit(App\Pictures\StrangerFile::decode($argv[1] ?? '0'));
