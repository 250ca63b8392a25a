<?php

declare(strict_types=1);

/*
 * What stands behind Floodline's page: the built page, what it is told, and its notices. Whoever publishes one shows an access token, which is verified with
 * Kennel's keys; asked for them once in five minutes, and nothing for a notice.
 *
 * FLOODLINE_ISSUER, FLOODLINE_CLIENT_ID, FLOODLINE_RESOURCE, FLOODLINE_DATA. Served by: php -S 127.0.0.1:8082 -t examples/floodline/dist examples/floodline/serve.php
 */

use Firebase\JWT\JWK;
use Firebase\JWT\JWT;

require is_file(__DIR__.'/vendor/autoload.php') ? __DIR__.'/vendor/autoload.php' : __DIR__.'/../../vendor/autoload.php';

[$issuer, $clientId, $resource, $folder] = array_map(static fn (string $name): string => (string) getenv("FLOODLINE_{$name}"), ['ISSUER', 'CLIENT_ID', 'RESOURCE', 'DATA']);
is_dir($folder) || mkdir($folder, 0o700, true);
$path = (string) parse_url((string) $_SERVER['REQUEST_URI'], PHP_URL_PATH);
$answer = static function (int $status, string $type, string $body): never {
    http_response_code($status);
    header("Content-Type: {$type}; charset=utf-8");
    exit($body);
};
header("Content-Security-Policy: default-src 'none'; script-src 'self'; style-src 'self'; img-src data:; connect-src 'self' {$issuer}; form-action 'none'; frame-ancestors 'none'; base-uri 'none'");
header('Referrer-Policy: no-referrer');
header('X-Content-Type-Options: nosniff');
header('Cache-Control: no-store');

$keys = static function (string $kid) use ($folder, $issuer): array {
    $file = "{$folder}/keys.json";
    $isKnown = is_file($file) && str_contains((string) file_get_contents($file), json_encode($kid, JSON_THROW_ON_ERROR));
    // One that is not known may be a new one; but whoever makes keys up is not to make us ask each time.
    if (! is_file($file) || filemtime($file) < time() - ($isKnown ? 300 : 10)) {
        $discovery = json_decode((string) file_get_contents("{$issuer}/.well-known/oauth-authorization-server"), true, 32, JSON_THROW_ON_ERROR);
        $discovery['issuer'] === $issuer || throw new \UnexpectedValueException('Discovery is of another issuer.');
        file_put_contents($file, (string) file_get_contents($discovery['jwks_uri']), LOCK_EX);
    }

    return JWK::parseKeySet((array) json_decode((string) file_get_contents($file), true, 32, JSON_THROW_ON_ERROR));
};
$notices = "{$folder}/notices.jsonl";

if ($path === '/settings.json') {
    $answer(200, 'application/json', json_encode(['issuer' => $issuer, 'client_id' => $clientId], JSON_THROW_ON_ERROR));
}
if ($path === '/api/notices' && $_SERVER['REQUEST_METHOD'] === 'GET') {
    $lines = is_file($notices) ? array_slice((array) file($notices, FILE_IGNORE_NEW_LINES), -20) : [];
    $answer(200, 'application/json', '['.implode(',', array_reverse($lines)).']');
}
if ($path === '/api/notices' && $_SERVER['REQUEST_METHOD'] === 'POST') {
    try {
        $token = preg_replace('/^Bearer /i', '', (string) ($_SERVER['HTTP_AUTHORIZATION'] ?? '')) ?? '';
        $header = json_decode((string) base64_decode(strtr(explode('.', $token)[0], '-_', '+/'), true), true);
        $claims = JWT::decode($token, $keys((string) ($header['kid'] ?? '')));
        ($header['typ'] ?? null) === 'at+jwt' && $claims->iss === $issuer && in_array($resource, (array) $claims->aud, true) || throw new \UnexpectedValueException('it is for something else');
    } catch (\Exception $refused) {
        header('WWW-Authenticate: Bearer error="invalid_token"');
        $answer(401, 'text/plain', 'The token is not believed: '.$refused->getMessage());
    }
    in_array('notices:publish', explode(' ', (string) ($claims->scope ?? '')), true) || $answer(403, 'text/plain', 'Publishing takes the scope notices:publish.');
    $sent = json_decode((string) file_get_contents('php://input'), true);
    is_string($sent['text'] ?? null) && trim($sent['text']) !== '' || $answer(422, 'text/plain', 'Write what the notice says.');
    file_put_contents($notices, json_encode(['text' => mb_substr(trim($sent['text']), 0, 200), 'by' => mb_substr((string) ($sent['by'] ?? $claims->sub), 0, 100), 'at' => gmdate('Y-m-d H:i')], JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE)."\n", FILE_APPEND | LOCK_EX);
    $answer(201, 'text/plain', '');
}
if ($path !== '/' && ! is_file(__DIR__."/dist{$path}")) {
    $answer(404, 'text/plain', 'There is nothing here.');
}
$file = $path === '/' ? __DIR__.'/dist/index.html' : __DIR__."/dist{$path}";
str_contains($path, '..') && $answer(404, 'text/plain', 'There is nothing here.');
$answer(200, ['html' => 'text/html', 'js' => 'text/javascript', 'css' => 'text/css'][pathinfo($file, PATHINFO_EXTENSION)] ?? 'application/octet-stream', (string) file_get_contents($file));
