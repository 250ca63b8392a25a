<?php

// composer require firebase/php-jwt
require 'vendor/autoload.php';

/** Whoever calls this API, by their access token. Asks for the keys once in five minutes, and for nothing at each call. */
function caller(string $token): stdClass
{
    $file = sys_get_temp_dir().'/kennel-keys.json';
    if (! is_file($file) || filemtime($file) < time() - 300) {
        file_put_contents($file, file_get_contents('{{issuer}}/oauth/jwks'), LOCK_EX);
    }
    $keys = Firebase\JWT\JWK::parseKeySet(json_decode(file_get_contents($file), true));
    $header = new stdClass;
    $claims = Firebase\JWT\JWT::decode($token, $keys, $header);
    if (($header->typ ?? '') !== 'at+jwt' || $claims->iss !== '{{issuer}}' || ! in_array('{{audience}}', (array) $claims->aud, true)) {
        throw new UnexpectedValueException('The token is for something else.');
    }

    return $claims;
}

echo caller(trim(fgets(STDIN)))->sub, "\n";
