<?php

declare(strict_types=1);

/*
 * What the demo's apps look like to whoever lands there: a page each, named in the path. It is handed nothing and knows nobody; it only says that
 * somebody has arrived. Served by bin/demo on a port of its own, as an app would be.
 */
$key = explode('/', trim((string) parse_url((string) $_SERVER['REQUEST_URI'], PHP_URL_PATH), '/'))[0];
$apps = ['gaugebook' => ['Gaugebook', '#1d6f9c'], 'floodline' => ['Floodline', '#a3401f'], 'kitloft' => ['Kitloft', '#4b6b2f']];
header('Content-Type: text/html; charset=utf-8');
header("Content-Security-Policy: default-src 'none'; style-src 'unsafe-inline'; frame-ancestors 'none'; form-action 'none'; base-uri 'none'");
header('Referrer-Policy: no-referrer');
if (! isset($apps[$key])) {
    http_response_code(404);
    exit('<!doctype html><meta charset="utf-8"><title>No such app</title><p>There is no app here.</p>');
}
[$name, $colour] = $apps[$key];
$account = htmlspecialchars((string) getenv('APP_URL'), ENT_QUOTES)."/a/{$key}/profile";
echo <<<HTML
    <!doctype html>
    <html lang="en">
    <head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>{$name}</title>
    <style>body{font:16px/1.5 system-ui,sans-serif;margin:0;color:#0f2530}header{background:{$colour};color:#fff;padding:1rem 1.5rem;font-weight:600}main{max-width:36rem;padding:1.5rem}a{color:{$colour}}</style></head>
    <body><header>{$name}</header><main><h1>You are in</h1>
    <p>This page stands for {$name} in the demo. Kennel sent you here because you are signed in and owe nothing more.</p>
    <p><a href="{$account}">Your account</a></p></main></body></html>
    HTML;
