<?php

declare(strict_types=1);

/*
 * Draws the arrows between the folders of core and app, from the classes that their files name, and ends with 1 when they go
 * round in a circle.   php tests/Architecture/folders.php
 */

$root = dirname(__DIR__, 2);
$arrows = [];
foreach (['core', 'app'] as $part) {
    foreach (new RecursiveIteratorIterator(new RecursiveDirectoryIterator("{$root}/{$part}", FilesystemIterator::SKIP_DOTS)) as $file) {
        $code = $file instanceof SplFileInfo && $file->getExtension() === 'php' ? (string) file_get_contents($file->getPathname()) : '';
        if (preg_match('/^namespace ([\w\\\\]+);/m', $code, $space) !== 1) {
            continue;
        }
        $from = folder("{$space[1]}\\x");
        $arrows[$from] ??= [];
        preg_match_all('/^use ((?:App|Yarrowfog\\\\Core)\\\\[\w\\\\]+);/m', $code, $uses);
        foreach ($uses[1] as $class) {
            $to = folder($class);
            if ($to !== $from) {
                $arrows[$from][$to] = ($arrows[$from][$to] ?? 0) + 1;
            }
        }
    }
}

$left = $arrows;
$levels = [];
// Level by level, those that need nothing that is not placed yet.
while ($left !== []) {
    $level = array_keys(array_filter($left, fn (array $to): bool => array_intersect_key($to, $left) === []));
    if ($level === []) {
        echo 'These go round in a circle: '.implode(', ', array_keys($left)).PHP_EOL;
        foreach ($left as $from => $to) {
            echo "  {$from} → ".implode(', ', array_keys(array_intersect_key($to, $left))).PHP_EOL;
        }
        exit(1);
    }
    $levels[] = $level;
    $left = array_diff_key($left, array_flip($level));
}
foreach ($levels as $number => $level) {
    sort($level);
    foreach ($level as $folder) {
        ksort($arrows[$folder]);
        printf("%2d  %-22s %s\n", $number, $folder, implode(' ', array_map(fn (string $to): string => str_replace('core/', '', $to), array_keys($arrows[$folder]))));
    }
}

/** A folder, as far down as its rooms are told apart. */
function folder(string $class): string
{
    $parts = explode('\\', $class);
    $rooms = $parts[0] === 'App' ? array_slice($parts, 1, -1) : array_slice($parts, 2, -1);
    $deep = ($rooms[0] ?? '') === 'Paint' ? 2 : 1;

    return implode('/', [$parts[0] === 'App' ? 'app' : 'core', ...array_slice($rooms, 0, $deep)]);
}
