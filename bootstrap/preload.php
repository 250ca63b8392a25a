<?php

declare(strict_types=1);

// Read once by php-fpm as it starts (opcache.preload): what nearly every request needs is compiled and linked for all of them. Another version of the
// code needs a restart, as it does anyhow while timestamps are not looked at.
$vendor = dirname(__DIR__).'/vendor';
$folders = [
    dirname(__DIR__).'/core', dirname(__DIR__).'/app',
    ...array_map(static fn (string $part): string => "{$vendor}/laravel/framework/src/Illuminate/{$part}", [
        'Cache', 'Collections', 'Conditionable', 'Config', 'Container', 'Contracts', 'Database', 'Encryption', 'Events', 'Filesystem', 'Foundation', 'Http', 'Macroable', 'Pipeline', 'Queue',
        'Reflection', 'Routing', 'Support', 'Translation',
    ]),
    ...array_map(static fn (string $package): string => "{$vendor}/{$package}", [
        'firebase/php-jwt/src', 'nesbot/carbon/src', 'paragonie/constant_time_encoding/src', 'psr/clock', 'psr/container', 'psr/log', 'psr/simple-cache', 'ramsey/uuid/src', 'symfony/http-foundation', 'symfony/http-kernel',
        'symfony/polyfill-php84', 'symfony/routing', 'symfony/translation-contracts',
    ]),
];
// Commands and what a test or a build needs are no request's.
$isLeftOut = static fn (string $path): bool => preg_match('#/(Console|Testing|Tests?|Test|Resources|Schema|Doctrine|Cli|PHPStan|DataCollector|Debug|Lazy|DependencyInjection|Loader|HttpCache|Profiler|Fragment|CacheWarmer|CacheClearer|Config)/#', $path) === 1;
foreach ($folders as $folder) {
    $files = is_dir($folder) ? new RecursiveIteratorIterator(new RecursiveDirectoryIterator($folder, FilesystemIterator::SKIP_DOTS)) : [];
    foreach ($files as $file) {
        // A class stands in a file of its name; helpers and stubs do not.
        if (preg_match('/^[A-Z]\w*\.php$/D', $file->getFilename()) === 1 && ! $isLeftOut($file->getPathname())) {
            opcache_compile_file($file->getPathname());
        }
    }
}
// What extends something that is not there is left for whoever needs it, and is no news at each start.
error_reporting(E_ALL & ~E_WARNING);
