<!doctype html>
<html lang="{{ $language }}">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<meta name="color-scheme" content="light dark">
<meta name="style-nonce" content="{{ $nonce }}">
@if ($keeper !== null)
<meta name="demo-keeper" content="{{ json_encode($keeper) }}">
@endif
<title>{{ $title }}</title>
<link rel="icon" href="/icon.svg" type="image/svg+xml">
{{ $assets }}
</head>
<body><div id="root"></div><noscript>{{ $noscript }}</noscript></body>
</html>
