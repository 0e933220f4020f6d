<?php

// What needs nobody to be signed in, and so neither session nor cookies: the students' pages, the health page and the shell of the
// screens, which are all one page; the router in the browser knows which.

use App\Http\Controllers\HealthController;
use App\Http\Controllers\PartPageController;
use App\Http\Controllers\SeenController;
use App\Http\Controllers\StudentController;
use App\Http\Controllers\StudentPracticeController;
use Illuminate\Support\Facades\Route;

Route::get('up', HealthController::class);

Route::prefix('api/v1/part/{token}')->where(['token' => '[A-Za-z0-9]{8,64}'])->group(static function (): void {
    Route::get('/', [StudentController::class, 'show']);
    Route::get('page', [StudentController::class, 'page']);
    Route::get('drawing/{sheet}', [PartPageController::class, 'drawing'])->where('sheet', '[a-z0-9-]+');
    Route::get('play', [StudentPracticeController::class, 'play']);
    Route::get('others', [StudentPracticeController::class, 'others']);
    Route::get('practice', [StudentPracticeController::class, 'practice']);
    Route::get('now', [PartPageController::class, 'now']);
    Route::get('changes', [PartPageController::class, 'changes']);
    Route::post('seen', [SeenController::class, 'store']);
    Route::get('download.{ending}', [StudentController::class, 'download']);
});

Route::get('part/worker.js', [PartPageController::class, 'worker']);
Route::prefix('part/{token}')->where(['token' => '[A-Za-z0-9]{8,64}'])->group(static function (): void {
    Route::get('/', [PartPageController::class, 'show']);
    Route::get('app.webmanifest', [PartPageController::class, 'manifest']);
});

Route::view('/{any?}', 'app')->where('any', '^(?!api/|build/|up$).*$');
