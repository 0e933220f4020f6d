<!DOCTYPE html>
<html lang="en">
<head>
    <meta charset="utf-8">
    <meta name="viewport" content="width=device-width, initial-scale=1">
    <meta name="color-scheme" content="light">
    <title>Upright Pencil</title>
    <link rel="icon" href="/pencil.svg" type="image/svg+xml">
    @vite('resources/js/app.ts')
</head>
<body>
    <div id="app"></div>
    <noscript>Upright Pencil needs JavaScript to engrave the music.</noscript>
</body>
</html>
