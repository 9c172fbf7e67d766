<?php

declare(strict_types=1);

// The router of PHP's own web server: files in public/ as they are, everything else to the application.

$path = rawurldecode((string) parse_url(is_string($_SERVER['REQUEST_URI'] ?? null) ? $_SERVER['REQUEST_URI'] : '/', PHP_URL_PATH));
$file = realpath(__DIR__.'/public'.$path);
if ($path !== '/' && $file !== false && is_file($file) && str_starts_with($file, __DIR__.'/public/') && ! str_ends_with($file, '.php')) {
    return false;
}

require __DIR__.'/public/index.php';
