<?php

declare(strict_types=1);

use Kennel\App\Foundation\Keys\KeyFile;

$keys = (new KeyFile((string) env('KENNEL_KEY_FILE', storage_path('app.key'))))->keys();

return [
    'name' => 'Kennel',
    'env' => env('APP_ENV', 'production'),
    'debug' => (bool) env('APP_DEBUG', false),
    'url' => env('APP_URL', 'http://localhost:8080'),
    'timezone' => 'UTC',
    'locale' => 'en',
    'fallback_locale' => 'en',
    'faker_locale' => 'en_US',
    'cipher' => 'AES-256-GCM',
    // From the environment, or else from a file of keys: the first seals, the others only open.
    'key' => env('APP_KEY') ?: ($keys[0] ?? null),
    'previous_keys' => in_array(env('APP_KEY'), [null, ''], true) ? array_slice($keys, 1) : array_values(array_filter(explode(',', (string) env('APP_PREVIOUS_KEYS', '')))),

    // Only what is used: each of the framework's other providers costs every request some time.
    'providers' => [
        Illuminate\Bus\BusServiceProvider::class,
        Illuminate\Cache\CacheServiceProvider::class,
        Illuminate\Foundation\Providers\ConsoleSupportServiceProvider::class,
        Illuminate\Concurrency\ConcurrencyServiceProvider::class,
        Illuminate\Database\DatabaseServiceProvider::class,
        Illuminate\Encryption\EncryptionServiceProvider::class,
        Illuminate\Filesystem\FilesystemServiceProvider::class,
        Illuminate\Pipeline\PipelineServiceProvider::class,
        Illuminate\Queue\QueueServiceProvider::class,
        Illuminate\Translation\TranslationServiceProvider::class,
        Illuminate\View\ViewServiceProvider::class,
    ],
];
