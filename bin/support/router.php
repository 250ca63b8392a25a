<?php

declare(strict_types=1);

// For PHP's own server: files of public/ as they are, everything else through the application.
$path = parse_url($_SERVER['REQUEST_URI'] ?? '/', PHP_URL_PATH);
if (is_string($path) && $path !== '/' && is_file(__DIR__.'/../../public'.rawurldecode($path)) && ! str_contains($path, '..') && ! str_ends_with($path, '.php')) {
    return false;
}
require __DIR__.'/../../public/index.php';
