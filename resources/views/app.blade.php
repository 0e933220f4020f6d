<!DOCTYPE html>
<html lang="en">
<head>
    <meta charset="utf-8">
    <meta name="viewport" content="width=device-width, initial-scale=1">
    <meta name="color-scheme" content="light">
    <title>Upright Pencil</title>
    <link rel="icon" href="/pencil.svg" type="image/svg+xml">
@empty($sight)
    @vite('resources/js/app.ts')
@else
    {{-- Painted before any style or script has come; theme.css and SystemPicture.vue have the same colours and sizes. --}}
    <style>
        body { margin: 0; background: #e8e5de; }
        #first-sight { position: fixed; z-index: 1; overflow: hidden; box-sizing: border-box; padding: 6px 10px; background: #fffefb; border-radius: 3px; pointer-events: none; }
        #first-sight .system { content-visibility: auto; }
        #first-sight svg { display: block; width: 100%; height: auto; overflow: visible; }
    </style>
@endempty
</head>
<body>
@isset($sight)
    <div id="first-sight" role="img" aria-label="The page, as it stands" data-section="{{ $sight->section_id }}" data-page="{{ $sight->page }}" data-width="{{ $sight->width }}" @isset($scrolled) data-scrolled="{{ $scrolled }}" @endisset style="left:{{ $desk['left'] }}px;top:{{ $desk['top'] }}px;right:{{ $desk['right'] }}px;bottom:{{ $desk['bottom'] }}px">
        <div style="margin-top:-{{ $scrolled ?? 0 }}px">
@foreach ($systems as $index => ['svg' => $svg, 'width' => $width, 'height' => $height])
            <div class="system" style="padding-bottom:{{ $rooms[$index] ?? $desk['room'] }}px;contain-intrinsic-height:auto {{ $height }}px"><div class="picture" style="aspect-ratio:{{ $width }}/{{ $height }}">{!! $svg !!}</div></div>
@endforeach
        </div>
    </div>
    @vite('resources/js/app.ts')
@endisset
    <div id="app"></div>
    <noscript>Upright Pencil needs JavaScript to engrave the music.</noscript>
</body>
</html>
