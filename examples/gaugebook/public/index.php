<?php

declare(strict_types=1);

/*
 * Gaugebook: a small web app whose people, roles and sign-in are Kennel's. Begin to read at SignIn.
 *
 * Its packages are Kennel's own where it lies beside Kennel, and its own (composer install) where it was taken along.
 */

use Gaugebook\Http;
use Gaugebook\Kept;
use Gaugebook\Page;
use Gaugebook\Readings;
use Gaugebook\Settings;
use Gaugebook\SignIn;
use Gaugebook\Tokens;
use GuzzleHttp\Exception\GuzzleException;
use League\OAuth2\Client\Provider\Exception\IdentityProviderException;

$path = (string) parse_url((string) $_SERVER['REQUEST_URI'], PHP_URL_PATH);
if ($path === '/gaugebook.css') {
    return false;
}
require is_file(__DIR__.'/../vendor/autoload.php') ? __DIR__.'/../vendor/autoload.php' : __DIR__.'/../../../vendor/autoload.php';

header('Referrer-Policy: no-referrer');
header('X-Content-Type-Options: nosniff');
header('Cache-Control: no-store');

$settings = Settings::ofEnvironment();
// Signing out is a form that leads on to Kennel.
header("Content-Security-Policy: default-src 'none'; style-src 'self'; img-src data:; form-action 'self' {$settings->issuer}; frame-ancestors 'none'; base-uri 'none'");
$http = new Http($settings);
$kept = new Kept($settings, $http);
$tokens = new Tokens($settings, $kept);
$signIn = new SignIn($settings, $kept, $http, $tokens);
$readings = new Readings($settings);
$isPost = $_SERVER['REQUEST_METHOD'] === 'POST';
$answer = static function (int $status, string $text): never {
    http_response_code($status);
    header('Content-Type: text/plain; charset=utf-8');
    exit($text);
};
set_exception_handler(static fn (\Throwable $error) => $error instanceof GuzzleException ? $answer(503, 'Kennel cannot be reached. Try again in a moment.') : throw $error);

// Kennel tells that somebody signed out: not a browser, so there is no session here.
if ($isPost && $path === '/signed-out') {
    try {
        $readings->end($tokens->signedOut((string) ($_POST['logout_token'] ?? '')));
    } catch (\Exception) {
        $answer(400, 'That is no logout token for Gaugebook.');
    }
    $answer(200, '');
}

// Gaugebook's own API: loggers on the bank send their readings with an access token, which is verified with the keys at hand.
if ($isPost && $path === '/api/readings') {
    try {
        $claims = $tokens->access(preg_replace('/^Bearer /i', '', (string) ($_SERVER['HTTP_AUTHORIZATION'] ?? '')) ?? '');
    } catch (\Exception $refused) {
        header('WWW-Authenticate: Bearer error="invalid_token"');
        $answer(401, 'The token is not believed: '.$refused->getMessage());
    }
    in_array('readings', explode(' ', (string) ($claims->scope ?? '')), true) || $answer(403, 'The token has to have the scope readings.');
    $sent = json_decode((string) file_get_contents('php://input'), true);
    is_string($sent['gauge'] ?? null) && is_int($sent['centimetres'] ?? null) || $answer(422, 'Send {"gauge": "…", "centimetres": 123}.');
    $readings->enter(mb_substr($sent['gauge'], 0, 40), $sent['centimetres'], (string) $claims->client_id);
    $answer(201, 'Taken.');
}

session_save_path($settings->folder);
session_start(['name' => 'gaugebook', 'cookie_httponly' => true, 'cookie_samesite' => 'Lax', 'use_strict_mode' => true, 'cookie_secure' => str_starts_with($settings->address, 'https:')]);
$guard = $_SESSION['guard'] ??= bin2hex(random_bytes(16));
$go = static function (string $to): never {
    http_response_code(303);
    header("Location: {$to}");
    exit;
};
$say = static function (string $what) use ($go): never {
    $_SESSION['said'] = $what;
    $go('/');
};
$forget = static function (): void {
    unset($_SESSION['person']);
    session_regenerate_id(true);
};

$person = $_SESSION['person'] ?? null;
if ($person !== null) {
    $now = $readings->hasEnded($person->sessionId) ? null : $signIn->renewed($person);
    $_SESSION['person'] = $now;
    if ($now === null) {
        $forget();
        $say('You were signed out.');
    }
    $person = $now;
}
if ($isPost && ! hash_equals($guard, (string) ($_POST['guard'] ?? ''))) {
    $answer(403, 'That form was not ours. Go back and send it again.');
}
$needs = static function (string $permission) use ($person, $signIn, $say): void {
    if ($person === null || ! $person->may($permission) || ! $signIn->mayNow($person, $permission)) {
        $say("You may not do that: it takes {$permission}.");
    }
};

switch (($isPost ? 'POST ' : 'GET ').$path) {
    case 'GET /':
        $said = $_SESSION['said'] ?? null;
        unset($_SESSION['said']);
        header('Content-Type: text/html; charset=utf-8');
        exit(Page::show($settings, $person, $readings->newest(), $guard, $said));
    case 'GET /sign-in':
    case 'GET /sign-up':
        $go($person === null ? $signIn->begin($path === '/sign-up') : '/');
    case 'GET /signed-in':
        try {
            $person = $signIn->finish($_GET);
        } catch (\UnexpectedValueException|IdentityProviderException $refused) {
            $say($refused->getMessage());
        }
        session_regenerate_id(true);
        $_SESSION['person'] = $person;
        $go('/');
    case 'POST /sign-out':
        $person === null && $go('/');
        $forget();
        $go($signIn->leave($person));
    case 'POST /readings':
        $needs('readings:enter');
        $readings->enter(mb_substr(trim((string) ($_POST['gauge'] ?? '')), 0, 40), max(0, min(2_000, (int) ($_POST['centimetres'] ?? 0))), $person->name);
        $go('/');
    case 'POST /approve':
        $needs('readings:approve');
        $readings->approve((int) ($_POST['id'] ?? 0), $person->name);
        $go('/');
    default:
        $answer(404, 'There is nothing here.');
}
