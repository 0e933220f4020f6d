<?php

// Router for PHP's built-in server: files of public/ as they are, everything else to the application.
$path = rawurldecode((string) parse_url($_SERVER['REQUEST_URI'] ?? '/', PHP_URL_PATH));
$file = __DIR__ . '/public' . $path;
if ($path !== '/' && !str_contains($path, '..') && is_file($file)) {
    if (str_starts_with($path, '/build/assets/') && preg_match('~\.(js|css|woff2?)$~', $path, $match) === 1) {
        // Names carry a hash of their content: what was fetched once stays good.
        $types = ['js' => 'text/javascript; charset=utf-8', 'css' => 'text/css; charset=utf-8'];
        header('Content-Type: ' . ($types[$match[1]] ?? "font/{$match[1]}"));
        header('Cache-Control: public, max-age=31536000, immutable');
        readfile($file);

        return true;
    }

    return false;
}
chdir(__DIR__ . '/public');
require __DIR__ . '/public/index.php';
