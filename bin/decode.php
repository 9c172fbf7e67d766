<?php

declare(strict_types=1);

/*
 * Decodes one picture from its input, for App\Pictures\StrangerFile, which sets the limits it runs in.
 */

require __DIR__.'/../vendor/autoload.php';

exit(App\Pictures\StrangerFile::decode((int) ($argv[1] ?? 0)));
