<?php

// composer require league/oauth2-client
require 'vendor/autoload.php';
session_start(['cookie_httponly' => true, 'cookie_samesite' => 'Lax', 'use_strict_mode' => true]);

$provider = new League\OAuth2\Client\Provider\GenericProvider([
    'clientId' => '{{client_id}}',
    'clientSecret' => getenv('CLIENT_SECRET'),
    'redirectUri' => '{{redirect_uri}}',
    'urlAuthorize' => '{{issuer}}/oauth/authorize',
    'urlAccessToken' => '{{issuer}}/oauth/token',
    'urlResourceOwnerDetails' => '{{issuer}}/oauth/userinfo',
    'responseResourceOwnerId' => 'sub',
    'scopes' => ['{{scope}}'],
    'pkceMethod' => 'S256',
]);
if (! isset($_GET['code'])) {
    if (isset($_GET['error'])) {
        exit('Nobody is signed in: '.htmlspecialchars($_GET['error']));
    }
    header('Location: '.$provider->getAuthorizationUrl());
    $_SESSION['asked'] = ['state' => $provider->getState(), 'verifier' => $provider->getPkceCode()];
    exit;
}
// What comes back is taken once, and only in the session that asked for it.
$asked = $_SESSION['asked'] ?? exit('Nothing was asked for in this browser.');
unset($_SESSION['asked']);
hash_equals($asked['state'], $_GET['state'] ?? '') && ($_GET['iss'] ?? '') === '{{issuer}}' || exit('This answers something else.');
$provider->setPkceCode($asked['verifier']);
$token = $provider->getAccessToken('authorization_code', ['code' => $_GET['code']]);
$person = $provider->getResourceOwner($token)->toArray();
session_regenerate_id(true);
$_SESSION['person'] = $person;

header('Content-Type: text/plain');
echo 'Signed in: ', $person['sub'], ' ', implode(', ', $person['roles'] ?? []), "\n";
