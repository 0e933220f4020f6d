<?php

// Commands are classes in app/Console/Commands. What stands here runs by itself while the server runs.

use App\Server\Health;
use Illuminate\Support\Facades\Cache;
use Illuminate\Support\Facades\Schedule;

Schedule::call(static fn () => Cache::store('database')->forever(Health::HEARTBEAT, time()))->everyMinute()->name('heartbeat');
Schedule::command('pencil:sweep')->hourly()->onOneServer()->withoutOverlapping();
Schedule::command('pencil:backup --nightly')->dailyAt('02:30')->onOneServer()->withoutOverlapping();
