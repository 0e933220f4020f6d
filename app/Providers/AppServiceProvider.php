<?php

declare(strict_types=1);

namespace App\Providers;

use App\Database\SQLiteConnection;
use App\Drawing\Engraver;
use App\Drawing\NodeEngraver;
use App\Mail\LetterTransport;
use App\Paper\PdfFile;
use Illuminate\Cache\RateLimiting\Limit;
use Illuminate\Database\Connection;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Http\Middleware\TrustProxies;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Mail;
use Illuminate\Support\Facades\RateLimiter;
use Illuminate\Support\Facades\URL;
use Illuminate\Support\ServiceProvider;

final class AppServiceProvider extends ServiceProvider
{
    /** Letters one address may ask for in a minute. */
    private const LETTERS = 10;

    public function register(): void
    {
        // Kept warm for as long as the process lives that draws.
        $this->app->singleton(Engraver::class, static fn (): Engraver => new NodeEngraver(storage_path('framework/drawing/worker.mjs')));
        $this->app->bind(PdfFile::class, static fn (): PdfFile => new PdfFile(storage_path('framework/drawing/fonts')));
        Connection::resolverFor('sqlite', static fn (...$given): SQLiteConnection => new SQLiteConnection(...$given));
    }

    public function boot(): void
    {
        // Lazy loading stays allowed: the action layer works on single models.
        Model::preventSilentlyDiscardingAttributes();
        Mail::extend('letters', static fn (): LetterTransport => new LetterTransport());
        RateLimiter::for('letters', static fn (Request $request): Limit => Limit::perMinute(self::LETTERS)->by((string) $request->ip()));
        // Links are made with the name the server was given, whatever a caller calls it.
        URL::useOrigin(config()->string('app.url'));
        // Only of servers that were named, and never what they say the host is.
        TrustProxies::at(array_values(config()->array('pencil.proxies')));
        TrustProxies::withHeaders(Request::HEADER_X_FORWARDED_FOR | Request::HEADER_X_FORWARDED_PROTO);
    }
}
