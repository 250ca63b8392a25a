<?php

// composer require league/oauth2-client
require 'vendor/autoload.php';

$provider = new League\OAuth2\Client\Provider\GenericProvider([
    'clientId' => '{{client_id}}',
    'clientSecret' => getenv('CLIENT_SECRET'),
    'urlAuthorize' => '{{issuer}}/oauth/authorize',
    'urlAccessToken' => '{{issuer}}/oauth/token',
    'urlResourceOwnerDetails' => '{{issuer}}/oauth/userinfo',
]);
$token = $provider->getAccessToken('client_credentials', ['scope' => '{{own_scope}}']);

echo 'Authorization: Bearer ', $token->getToken(), "\n";
