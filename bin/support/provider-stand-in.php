<?php

declare(strict_types=1);

/*
 * A small OpenID provider with invented people, in the place of a college's own: discovery, keys, an authorization page, a token endpoint with PKCE
 * (OpenID Connect Core 1.0, RFC 7636, RFC 9207). Served by bin/demo on a port of its own. It asks for no password: whoever opens it may be anybody of them.
 *
 * KENNEL_PROVIDER is where it keeps its keys and codes; KENNEL_PROVIDER_ISSUER its address.
 */
require __DIR__.'/../../vendor/autoload.php';

use Firebase\JWT\JWT;

const PEOPLE = [
    'rc-1047' => ['Ines Calloway-Brandt', 'ines.calloway@riverside.example', true, 'a student, with a verified address'],
    'rc-1122' => ['Teodor Vance', 'teodor.vance@riverside.example', true, 'a student, with a verified address'],
    'rc-1200' => ['Priya Raman', 'priya.raman@riverside.example', false, 'a student whose address nobody has verified'],
    'rc-1315' => ['دانا الحسن', 'dana.alhassan@riverside.example', true, 'a student, with a verified address'],
    'rc-0007' => ['Orla Penhaligon', null, false, 'staff, without an address'],
];
$folder = (string) getenv('KENNEL_PROVIDER');
$issuer = (string) getenv('KENNEL_PROVIDER_ISSUER');
is_dir($folder) || mkdir($folder, 0o700, true);

$json = static function (array $body, int $status = 200): never {
    http_response_code($status);
    header('Content-Type: application/json');
    header('Cache-Control: no-store');
    exit(json_encode($body, JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR));
};
$page = static function (string $title, string $body, int $status = 200): never {
    http_response_code($status);
    header('Content-Type: text/html; charset=utf-8');
    header("Content-Security-Policy: default-src 'none'; style-src 'unsafe-inline'; frame-ancestors 'none'; base-uri 'none'");
    header('Referrer-Policy: no-referrer');
    exit(<<<HTML
        <!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>{$title}</title>
        <style>body{font:16px/1.5 system-ui,sans-serif;margin:0;color:#1d2433;background:#f4f1ea}header{background:#5b2a4e;color:#fff;padding:1rem 1.5rem;font-weight:600}
        main{max-width:30rem;padding:1.5rem}button{font:inherit;text-align:left;width:100%;padding:.7rem 1rem;margin:.25rem 0;border:1px solid #8a7f94;border-radius:.4rem;background:#fff;cursor:pointer}
        button:focus-visible{outline:3px solid #5b2a4e}small{display:block;color:#5a5266}.plain{background:none;border-style:dashed}</style></head>
        <body><header>Riverside College</header><main><h1>{$title}</h1>{$body}</main></body></html>
        HTML);
};
$text = static fn (mixed $value): string => htmlspecialchars(is_string($value) ? $value : '', ENT_QUOTES);
/** @return array{string, \OpenSSLAsymmetricKey} the newest key's id, and the key */
$key = static function (bool $another = false) use ($folder): array {
    $files = glob("{$folder}/key-*.pem") ?: [];
    if ($another || $files === []) {
        openssl_pkey_export(openssl_pkey_new(['private_key_bits' => 2048, 'private_key_type' => OPENSSL_KEYTYPE_RSA]), $pem);
        $file = "{$folder}/key-".sprintf('%06d', count($files) + 1).'.pem';
        file_put_contents($file, $pem);
        chmod($file, 0o600);
        $files[] = $file;
    }
    $file = end($files);

    return [basename($file, '.pem'), openssl_pkey_get_private((string) file_get_contents($file))];
};
$isOurs = static fn (string $redirect): bool => preg_match('#^http://(localhost|127\.0\.0\.1)(:\d+)?/a/[a-z0-9-]+/outside$#D', $redirect) === 1;
$query = array_map(static fn (mixed $one): string => is_string($one) ? $one : '', $_GET);

switch ($_SERVER['REQUEST_METHOD'].' '.parse_url((string) $_SERVER['REQUEST_URI'], PHP_URL_PATH)) {
    case 'GET /.well-known/openid-configuration':
        $json([
            'issuer' => $issuer, 'authorization_endpoint' => "{$issuer}/authorize", 'token_endpoint' => "{$issuer}/token", 'jwks_uri' => "{$issuer}/keys", 'response_types_supported' => ['code'],
            'subject_types_supported' => ['public'], 'id_token_signing_alg_values_supported' => ['RS256'], 'scopes_supported' => ['openid', 'email', 'profile'], 'code_challenge_methods_supported' => ['S256'],
            'token_endpoint_auth_methods_supported' => ['none'], 'authorization_response_iss_parameter_supported' => true,
        ]);
    case 'GET /keys':
        // The last one alone: whoever has kept an earlier set has to ask again.
        [$id, $private] = $key();
        $details = openssl_pkey_get_details($private)['rsa'];
        $url = static fn (string $bytes): string => rtrim(strtr(base64_encode($bytes), '+/', '-_'), '=');
        $json(['keys' => [['kty' => 'RSA', 'use' => 'sig', 'alg' => 'RS256', 'kid' => $id, 'n' => $url($details['n']), 'e' => $url($details['e'])]]]);
    case 'GET /authorize':
        if (($query['client_id'] ?? '') !== 'kennel' || ! $isOurs($query['redirect_uri'] ?? '')) {
            // Sent nowhere: an address nobody registered is nobody's to be told to.
            $page('Nothing to sign in to', '<p>This request is of nobody the college knows.</p>', 400);
        }
        if (($query['response_type'] ?? '') !== 'code' || ($query['code_challenge_method'] ?? '') !== 'S256' || ($query['code_challenge'] ?? '') === '' || ($query['nonce'] ?? '') === '') {
            header('Location: '.$query['redirect_uri'].'?'.http_build_query(['error' => 'invalid_request', 'state' => $query['state'] ?? '', 'iss' => $issuer]));
            http_response_code(303);
            exit;
        }
        $hidden = '';
        foreach (['redirect_uri', 'state', 'nonce', 'code_challenge'] as $name) {
            $hidden .= '<input type="hidden" name="'.$name.'" value="'.$text($query[$name] ?? '').'">';
        }
        $buttons = '';
        foreach (PEOPLE as $subject => [$name, $email, , $about]) {
            $buttons .= "<button name=\"subject\" value=\"{$subject}\"><bdi>{$text($name)}</bdi><small>{$text($email ?? 'no address')} · {$about}</small></button>";
        }
        $page('Who are you today?', "<form method=\"post\" action=\"/authorize\">{$hidden}{$buttons}<button class=\"plain\" name=\"subject\" value=\"\">Do not sign me in</button></form><form method=\"post\" action=\"/keys/change\"><button class=\"plain\">Change the college’s keys</button></form>");
    case 'POST /authorize':
        $back = is_string($_POST['redirect_uri'] ?? null) ? $_POST['redirect_uri'] : '';
        if (! $isOurs($back)) {
            $page('Nothing to sign in to', '<p>This request is of nobody the college knows.</p>', 400);
        }
        $answer = ['state' => $_POST['state'] ?? '', 'iss' => $issuer];
        $subject = $_POST['subject'] ?? '';
        if (is_string($subject) && isset(PEOPLE[$subject])) {
            $code = bin2hex(random_bytes(24));
            file_put_contents("{$folder}/code-".hash('sha256', $code), json_encode(['subject' => $subject, 'redirect_uri' => $back, 'nonce' => $_POST['nonce'] ?? '', 'challenge' => $_POST['code_challenge'] ?? '', 'until' => time() + 60]));
            $answer['code'] = $code;
        } else {
            $answer['error'] = 'access_denied';
        }
        header("Location: {$back}?".http_build_query($answer));
        http_response_code(303);
        exit;
    case 'POST /token':
        $file = "{$folder}/code-".hash('sha256', is_string($_POST['code'] ?? null) ? $_POST['code'] : '');
        // Renamed first, so that of two exchanges at once one finds it.
        $taken = "{$file}-taken-".bin2hex(random_bytes(4));
        $begun = @rename($file, $taken) ? json_decode((string) file_get_contents($taken), true) : null;
        is_file($taken) && unlink($taken);
        $challenge = rtrim(strtr(base64_encode(hash('sha256', is_string($_POST['code_verifier'] ?? null) ? $_POST['code_verifier'] : '', true)), '+/', '-_'), '=');
        if (! is_array($begun) || ($_POST['client_id'] ?? '') !== 'kennel' || $begun['until'] < time() || $begun['redirect_uri'] !== ($_POST['redirect_uri'] ?? '') || ! hash_equals($begun['challenge'], $challenge)) {
            $json(['error' => 'invalid_grant'], 400);
        }
        [$id, $private] = $key();
        [$name, $email, $isVerified] = PEOPLE[$begun['subject']];
        $now = time();
        $claims = ['iss' => $issuer, 'aud' => 'kennel', 'sub' => $begun['subject'], 'nonce' => $begun['nonce'], 'iat' => $now, 'exp' => $now + 300, 'name' => $name, ...$email === null ? [] : ['email' => $email, 'email_verified' => $isVerified]];
        $json(['access_token' => bin2hex(random_bytes(24)), 'token_type' => 'Bearer', 'expires_in' => 300, 'id_token' => JWT::encode($claims, $private, 'RS256', $id)]);
    case 'POST /keys/change':
        $key(another: true);
        $page('The keys are changed', '<p>What is signed from now on is signed by another key. Go back and sign in.</p>');
    default:
        $page('Nothing here', '<p>The college has no such page.</p>', 404);
}
