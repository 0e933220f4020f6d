<!DOCTYPE html>
<html lang="en">
<head>
    <meta charset="utf-8">
    <meta name="viewport" content="width=device-width, initial-scale=1">
    <meta name="theme-color" content="#3b4a46">
    <title>{{ $shown['title'] }} – {{ $shown['part'] }}</title>
    <style>{!! $style !!}</style>
</head>
<body>
<div class="my-part" data-sheet="{{ $sheet }}" @if (!$hasMusic) data-shows="list" @endif>
    <header>
        <h1>{{ $shown['title'] }}</h1>
        <p class="quiet">{{ $shown['part'] }} · edition {{ $shown['edition'] }}, <time datetime="{{ $shown['at'] }}">{{ substr($shown['at'], 0, 10) }}</time>@if ($shown['composer'] !== '') · {{ $shown['composer'] }}@endif</p>
        <p class="news" id="news" role="status" @if ($shown['edition'] === $shown['newest']) hidden @endif>@if ($shown['edition'] < $shown['newest'])This is an earlier edition. <a href="/part/{{ $shown['token'] }}">Show edition {{ $shown['newest'] }}</a>@endif</p>
        @if ($shown['heard'] !== [])
        <p class="heard-news"><button type="button" class="to-heard">What we heard: {{ implode(', ', array_unique(array_column(array_slice($shown['heard'], 0, 5), 'place'))) }}{{ count($shown['heard']) > 5 ? ' …' : '' }}</button></p>
        @endif
    </header>
    @if ($shown['chairs'] !== [])
    <div class="chairs" role="group" aria-label="Where you sit">
        <span class="quiet">I sit</span>
        @foreach ($shown['chairs'] as $chair)
        <button type="button" data-chair="{{ $chair }}" aria-pressed="{{ $chair === $shown['chosen']['chair'] ? 'true' : 'false' }}">{{ str_starts_with($chair, 'stand') ? "at {$chair}" : $chair }}</button>
        @endforeach
    </div>
    @endif
    @if ($hasMusic)
    <nav class="tabs" aria-label="Parts of this page">
        <button type="button" data-tab="music" aria-pressed="true">Music</button>
        <button type="button" data-tab="list" aria-pressed="false">Pencil list</button>
        @if ($shown['lines'] !== null)
        <button type="button" data-tab="practise" aria-pressed="false">Practise</button>
        @endif
    </nav>
    <section class="music" id="music" tabindex="0" role="img" aria-label="{{ $shown['part'] }} with its marks">@if ($svg !== '')<div class="drawn">{!! $svg !!}</div>@else<p class="quiet waiting" role="status">{{ $says ?? 'Your part is being drawn. It comes in a moment.' }}</p>@endif</section>
    @endif
    <section class="list" id="list">
        <div class="changed" id="changed"@if (($shown['changed']['changes'] ?? []) === []) hidden @endif>
            <h2>Changed since edition <span id="since">{{ $shown['changed']['since'] ?? '' }}</span></h2>
            <ul>
                @foreach ($shown['changed']['changes'] ?? [] as $change)
                <li class="{{ $change['kind'] }}" data-from="{{ $change['from'] }}" data-to="{{ $change['to'] }}"><label><input type="checkbox" value="changed {{ $change['text'] }}"><span>{{ $change['text'] }}</span></label></li>
                @endforeach
            </ul>
        </div>
        @if ($shown['heard'] !== [])
        <div class="heard" id="heard">
            <h2>What we heard</h2>
            <ul>
                @foreach ($shown['heard'] as $one)
                <li><label><input type="checkbox" value="heard {{ $one['place'] }}: {{ $one['text'] }}"><strong>{{ $one['place'] }}</strong><span>{{ $one['text'] }}</span></label></li>
                @endforeach
            </ul>
        </div>
        @endif
        <p class="quiet">For a printed part: <span id="length">{{ $shown['list']['length'] }}</span>.</p>
        <ul>
            @foreach ($shown['list']['rows'] as $row)
            <li><label><input type="checkbox" value="{{ $row['place'] }}: {{ $row['text'] }}"><strong>{{ $row['place'] }}</strong><span>{{ $row['text'] }}@if ($row['also'] !== []), <i>also {{ $shown['list']['mm'] }} {{ implode(', ', $row['also']) }}</i>@endif @if ($row['isNew']) <em>new</em>@endif</span><small>{{ $row['landmark'] }}</small></label></li>
            @endforeach
        </ul>
        @if ($shown['list']['rubOut'] !== [])
        <p class="quiet rub-out">Rub out, from the edition before: {{ implode(' · ', $shown['list']['rubOut']) }}</p>
        @endif
    </section>
    @if ($hasMusic && $shown['lines'] !== null)
    <section class="practise" id="practise" aria-label="Practise"></section>
    <div id="along"></div>
    @endif
    <footer>
        @if ($hasMusic && $shown['lines'] !== null)
        <button type="button" class="play-along"><svg viewBox="0 0 24 24" aria-hidden="true"><path d="M7 4 L20 12 L7 20Z"/></svg>Play</button>
        @endif
        @if ($hasMusic)
        <div class="sizes" role="group" aria-label="Size of the notes">
            <button type="button" data-size="-1" aria-label="Smaller notes">♩</button>
            <button type="button" data-size="1" class="is-large" aria-label="Larger notes">♩</button>
        </div>
        @endif
        @if ($hasMusic && count($shown['densities']) > 1)
        <label>Fingers <select name="fingers">@foreach ($shown['densities'] as $one)<option value="{{ $one }}" @selected($one === $shown['chosen']['fingers'])>{{ ['sparse' => 'few', 'standard' => 'some', 'every' => 'all'][$one] }}</option>@endforeach</select></label>
        @endif
        @if ($hasMusic && count($shown['bowDensities']) > 1)
        <label>Bows <select name="bows">@foreach ($shown['bowDensities'] as $one)<option value="{{ $one }}" @selected($one === $shown['chosen']['bows'])>{{ ['few' => 'few', 'some' => 'some', 'every' => 'all'][$one] }}</option>@endforeach</select></label>
        @endif
        <details class="menu">
            <summary>Print</summary>
            <div>
                @if ($hasMusic)
                <label>Paper <select name="paper"><option value="a4">A4</option><option value="letter">US Letter</option></select></label>
                <label><input type="checkbox" name="large"> Large notes</label>
                <button type="button" class="print">Print the music</button>
                @endif
                <label>Lists on a sheet <select name="slips"><option>1</option><option>2</option><option>4</option></select></label>
                <button type="button" class="print-list" data-prints="list">Print the list</button>
                @if ($shown['heard'] !== [])
                <button type="button" class="print-list" data-prints="heard">Print what we heard</button>
                @endif
                <button type="button" class="print-list" data-prints="changed"@if (($shown['changed']['changes'] ?? []) === []) hidden @endif>Print the corrections</button>
            </div>
        </details>
        <details class="menu">
            <summary>More</summary>
            <div>
                <a href="/evening/students">How this page works</a>
                <label><input type="checkbox" name="dark"> Dark room</label>
                @if ($hasMusic && $shown['hasPrintedLines'])
                <label><input type="checkbox" name="lines"> Lines as in the printed part</label>
                @endif
                @foreach ($hasMusic ? ['pdf' => 'PDF', 'musicxml' => 'MusicXML', 'mxl' => 'MXL', 'txt' => 'List as text'] : ['txt' => 'List as text'] as $ending => $name)
                <a data-download="{{ $ending }}" href="/api/v1/part/{{ $shown['token'] }}/download.{{ $ending }}" download>{{ $name }}</a>
                @endforeach
                @foreach (array_reverse($shown['earlier']) as $number)
                @if ($number !== $shown['edition'])<a href="/part/{{ $shown['token'] }}?edition={{ $number }}">Edition {{ $number }}</a>@endif
                @endforeach
            </div>
        </details>
    </footer>
</div>
<div id="paper" class="paper" aria-hidden="true"></div>
<script type="application/json" id="part">{!! json_encode(['token' => $shown['token'], 'key' => $shown['key'], 'title' => $shown['title'], 'part' => $shown['part'], 'edition' => $shown['edition'], 'since' => $shown['changed']['since'] ?? 0, 'hasMusic' => $hasMusic, 'newest' => $shown['newest'], 'lines' => $shown['lines'], 'at' => $shown['at'], 'chosen' => $shown['chosen'], 'usual' => ['chair' => $shown['chairs'][0] ?? 'outside', 'fingers' => $shown['fingers'], 'bows' => $shown['bows']]], JSON_HEX_TAG | JSON_HEX_AMP | JSON_UNESCAPED_SLASHES) !!}</script>
<script type="module" src="{{ \Illuminate\Support\Facades\Vite::asset('resources/js/part/main.ts') }}"></script>
<link rel="icon" href="/pencil.svg" type="image/svg+xml">
<link rel="manifest" href="/part/{{ $shown['token'] }}/app.webmanifest">
</body>
</html>
