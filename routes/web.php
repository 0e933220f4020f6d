<?php

use App\Http\Controllers\AccountController;
use App\Http\Controllers\ClassController;
use App\Http\Controllers\DeskController;
use App\Http\Controllers\FirstController;
use App\Http\Controllers\HandOutController;
use App\Http\Controllers\InvitationController;
use App\Http\Controllers\NoteController;
use App\Http\Controllers\PasswordController;
use App\Http\Controllers\PieceController;
use App\Http\Controllers\RackController;
use App\Http\Controllers\SessionController;
use App\Http\Controllers\ShareController;
use App\Http\Controllers\TuttiController;
use Illuminate\Support\Facades\Route;

// Ids are numbers that a database can hold; anything else is simply not here.
foreach (['piece', 'section', 'shelf', 'share', 'link', 'errand'] as $name) {
    Route::pattern($name, '[1-9][0-9]{0,17}');
}
Route::pattern('token', '[A-Za-z0-9]{8,64}');
Route::pattern('note', '[A-Za-z_][A-Za-z0-9_.-]{0,79}');

Route::prefix('api')->group(function (): void {
    Route::get('session', [SessionController::class, 'show']);
    Route::post('session', [SessionController::class, 'store']);
    Route::delete('session', [SessionController::class, 'destroy']);
    Route::post('first', [FirstController::class, 'store']);
    Route::post('password/letter', [PasswordController::class, 'letter'])->middleware('throttle:letters');
    Route::post('password', [PasswordController::class, 'choose'])->middleware('throttle:letters');

    Route::get('invitation/{token}', [InvitationController::class, 'show']);
    Route::post('invitation/{token}/letter', [InvitationController::class, 'letter'])->middleware('throttle:letters');

    Route::middleware('auth')->group(function (): void {
        Route::post('invitation/{token}', [InvitationController::class, 'accept']);

        Route::get('account', [AccountController::class, 'show']);
        Route::patch('account', [AccountController::class, 'update']);
        Route::delete('account', [AccountController::class, 'destroy']);
        Route::put('account/password', [PasswordController::class, 'change']);
        Route::delete('account/sign-ins', [AccountController::class, 'endSignIns']);
        Route::post('account/pack', [AccountController::class, 'pack']);
        Route::post('account/unpack', [AccountController::class, 'unpack']);
        Route::get('account/errands/{errand}', [AccountController::class, 'errand']);
        Route::delete('account/errands/{errand}', [AccountController::class, 'stop']);
        Route::get('account/errands/{errand}/file', [AccountController::class, 'file']);

        Route::get('rack', [RackController::class, 'show']);
        Route::post('shelves', [RackController::class, 'addShelf']);
        Route::patch('shelves/{shelf}', [RackController::class, 'renameShelf']);

        Route::post('scores/look', [PieceController::class, 'look']);
        Route::post('pieces', [PieceController::class, 'store']);
        Route::get('pieces/{piece}', [PieceController::class, 'show']);
        Route::patch('pieces/{piece}', [PieceController::class, 'update']);
        Route::put('pieces/{piece}/tempos', [PieceController::class, 'tempos']);
        Route::delete('pieces/{piece}', [PieceController::class, 'destroy']);
        Route::post('pieces/{piece}/restore', [PieceController::class, 'restore']);
        Route::delete('pieces/{piece}/bin', [PieceController::class, 'burn']);
        Route::get('pieces/{piece}/history', [DeskController::class, 'history']);
        Route::get('pieces/{piece}/tutti', [TuttiController::class, 'show']);
        Route::get('pieces/{piece}/read-through', [TuttiController::class, 'readThrough']);
        Route::get('pieces/{piece}/handout', [HandOutController::class, 'show']);
        Route::post('pieces/{piece}/shares', [ShareController::class, 'invite']);
        Route::patch('shares/{share}', [ShareController::class, 'change']);
        Route::delete('shares/{share}', [ShareController::class, 'end']);
        Route::post('shares/{share}/mine', [ShareController::class, 'accept']);
        Route::delete('shares/{share}/mine', [ShareController::class, 'leave']);

        Route::get('class', [ClassController::class, 'show']);
        Route::put('class', [ClassController::class, 'update']);
        Route::delete('class', [ClassController::class, 'reset']);
        Route::post('class/example', [ClassController::class, 'example']);
        Route::get('class/fingerboard', [ClassController::class, 'fingerboard']);

        Route::get('sections/{section}', [DeskController::class, 'show']);
        Route::get('sections/{section}/notes/{note}', [NoteController::class, 'show']);
        Route::get('sections/{section}/returns', [NoteController::class, 'returns']);
        Route::post('sections/{section}/copy', [NoteController::class, 'copy']);
        Route::get('sections/{section}/open-strings', [NoteController::class, 'openStrings']);
        Route::get('sections/{section}/patterns', [NoteController::class, 'patterns']);
        Route::get('sections/{section}/page', [DeskController::class, 'page']);
        Route::get('sections/{section}/hand', [DeskController::class, 'hand']);
        Route::post('sections/{section}/marks', [DeskController::class, 'mark']);
        Route::post('sections/{section}/preview', [DeskController::class, 'preview']);
        Route::post('sections/{section}/settle', [DeskController::class, 'settle']);
        Route::post('sections/{section}/undo', [DeskController::class, 'undo']);
        Route::post('sections/{section}/redo', [DeskController::class, 'redo']);
        Route::post('sections/{section}/done', [DeskController::class, 'done']);
        Route::put('sections/{section}/density', [DeskController::class, 'density']);
        Route::post('sections/{section}/leave', [DeskController::class, 'leave']);
        Route::post('sections/{section}/editions', [HandOutController::class, 'publish']);
        Route::post('sections/{section}/links', [HandOutController::class, 'renewLink']);
        Route::delete('links/{link}', [HandOutController::class, 'endLink']);
        Route::get('sections/{section}/download.{ending}', [HandOutController::class, 'download']);
    });
});
