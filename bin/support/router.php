<?php

declare(strict_types=1);

// For PHP's own server: files of public/ as they are, everything else through the application.
$path = parse_url($_SERVER['REQUEST_URI'] ?? '/', PHP_URL_PATH);
if (is_string($path) && $path !== '/' && is_file(__DIR__.'/../../public'.rawurldecode($path)) && ! str_contains($path, '..') && ! str_ends_with($path, '.php')) {
    // As deploy/nginx does: names change with what is in them, and the build has compressed the scripts and styles.
    if (preg_match('#^/build/assets/[\w.-]+\.(js|css)$#D', $path, $named) === 1) {
        $file = __DIR__.'/../../public'.$path;
        $takes = is_file("{$file}.br") ? array_map(trim(...), explode(',', $_SERVER['HTTP_ACCEPT_ENCODING'] ?? '')) : [];
        $coding = array_values(array_intersect(['br', 'gzip'], $takes))[0] ?? null;
        header('Content-Type: '.['js' => 'text/javascript', 'css' => 'text/css'][$named[1]].'; charset=UTF-8');
        header('Cache-Control: public, max-age=31536000, immutable');
        header('X-Content-Type-Options: nosniff');
        header('Vary: Accept-Encoding');
        if ($coding !== null) {
            header("Content-Encoding: {$coding}");
        }
        $send = $file.['br' => '.br', 'gzip' => '.gz', '' => ''][$coding ?? ''];
        header('Content-Length: '.filesize($send));
        readfile($send);

        return true;
    }

    return false;
}
require __DIR__.'/../../public/index.php';
