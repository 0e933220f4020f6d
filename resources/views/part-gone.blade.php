<!DOCTYPE html>
<html lang="en">
<head>
    <meta charset="utf-8">
    <meta name="viewport" content="width=device-width, initial-scale=1">
    <title>Upright Pencil</title>
    <link rel="icon" href="/pencil.svg" type="image/svg+xml">
    <style>body{margin:0;background:#fffefb;color:#26282c;font:18px/1.5 system-ui,sans-serif}main{max-width:460px;margin:0 auto;padding:16vh 24px}</style>
</head>
<body>
    <main role="alert">
        <h1>This part cannot be shown</h1>
        <p>{{ $sentence }}</p>
    </main>
</body>
</html>
