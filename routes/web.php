<?php

use App\Http\Controllers\AccountController;
use App\Http\Controllers\BinController;
use App\Http\Controllers\BookController;
use App\Http\Controllers\ChoiceController;
use App\Http\Controllers\ClassController;
use App\Http\Controllers\ClassLookController;
use App\Http\Controllers\CorrectionController;
use App\Http\Controllers\DeskController;
use App\Http\Controllers\DownloadController;
use App\Http\Controllers\DrawingController;
use App\Http\Controllers\EditionController;
use App\Http\Controllers\ErrandController;
use App\Http\Controllers\FingerboardController;
use App\Http\Controllers\FirstController;
use App\Http\Controllers\FirstSightController;
use App\Http\Controllers\GlanceController;
use App\Http\Controllers\HandOutController;
use App\Http\Controllers\HistoryController;
use App\Http\Controllers\InvitationController;
use App\Http\Controllers\LeftFlagController;
use App\Http\Controllers\LessonController;
use App\Http\Controllers\LinkController;
use App\Http\Controllers\MarkController;
use App\Http\Controllers\MarkCopyController;
use App\Http\Controllers\MyShareController;
use App\Http\Controllers\NoteController;
use App\Http\Controllers\NowController;
use App\Http\Controllers\OutboxController;
use App\Http\Controllers\PaperController;
use App\Http\Controllers\PasswordController;
use App\Http\Controllers\PieceController;
use App\Http\Controllers\PlayController;
use App\Http\Controllers\PracticeController;
use App\Http\Controllers\PracticeLineController;
use App\Http\Controllers\ProposalController;
use App\Http\Controllers\RackController;
use App\Http\Controllers\ReadThroughController;
use App\Http\Controllers\ReturnController;
use App\Http\Controllers\ScoreLookController;
use App\Http\Controllers\SectionStatusController;
use App\Http\Controllers\SessionController;
use App\Http\Controllers\ShareController;
use App\Http\Controllers\ShelfController;
use App\Http\Controllers\SignInController;
use App\Http\Controllers\TempoController;
use App\Http\Controllers\ThreadController;
use App\Http\Controllers\SoundController;
use App\Http\Controllers\TogetherController;
use App\Http\Controllers\TuttiController;
use App\Http\Controllers\WarmUpController;
use App\Http\Controllers\WeekController;
use App\Http\Controllers\WriteInController;
use App\Http\Middleware\TheirCountingWords;
use Illuminate\Support\Facades\Route;

// Ids are numbers that a database can hold; anything else is simply not here.
foreach (['piece', 'section', 'shelf', 'share', 'link', 'errand', 'correction', 'thread'] as $name) {
    Route::pattern($name, '[1-9][0-9]{0,17}');
}
Route::pattern('token', '[A-Za-z0-9]{8,64}');
Route::pattern('note', '[A-Za-z_][A-Za-z0-9_.-]{0,79}');

Route::prefix('api/v1')->group(function (): void {
    Route::get('session', [SessionController::class, 'show']);
    Route::post('session', [SessionController::class, 'store']);
    Route::delete('session', [SessionController::class, 'destroy']);
    Route::post('first', [FirstController::class, 'store']);
    Route::post('password/letter', [PasswordController::class, 'letter'])->middleware('throttle:letters');
    Route::post('password', [PasswordController::class, 'choose'])->middleware('throttle:letters');

    Route::get('invitation/{token}', [InvitationController::class, 'show']);
    Route::post('invitation/{token}/letter', [InvitationController::class, 'letter'])->middleware('throttle:letters');

    Route::middleware(['auth', TheirCountingWords::class])->group(function (): void {
        Route::post('invitation/{token}', [InvitationController::class, 'accept']);

        Route::get('outbox', [OutboxController::class, 'index']);
        Route::get('account', [AccountController::class, 'show']);
        Route::patch('account', [AccountController::class, 'update']);
        Route::delete('account', [AccountController::class, 'destroy']);
        Route::put('account/password', [PasswordController::class, 'change']);
        Route::delete('account/sign-ins', [SignInController::class, 'destroy']);
        Route::post('account/pack', [ErrandController::class, 'pack']);
        Route::post('account/unpack', [ErrandController::class, 'unpack']);
        Route::get('account/errands/{errand}', [ErrandController::class, 'show']);
        Route::delete('account/errands/{errand}', [ErrandController::class, 'destroy']);
        Route::get('account/errands/{errand}/file', [ErrandController::class, 'file']);

        Route::get('rack', [RackController::class, 'show']);
        Route::post('shelves', [ShelfController::class, 'store']);
        Route::patch('shelves/{shelf}', [ShelfController::class, 'update']);
        Route::delete('shelves/{shelf}', [ShelfController::class, 'destroy']);

        Route::get('shelves/{shelf}/book', [BookController::class, 'show']);
        Route::get('shelves/{shelf}/week', [WeekController::class, 'show']);
        Route::get('shelves/{shelf}/week.pdf', [WeekController::class, 'pdf']);
        Route::put('shelves/{shelf}/order', [BookController::class, 'move']);
        Route::post('write-in', [WriteInController::class, 'store']);
        Route::post('write-in/look', [WriteInController::class, 'look']);
        Route::post('write-in/musicxml', [WriteInController::class, 'musicXml']);
        Route::post('write-in/fingers', [WriteInController::class, 'fingers']);
        Route::get('pieces/{piece}/typed', [WriteInController::class, 'show']);
        Route::put('pieces/{piece}/typed', [WriteInController::class, 'update']);
        Route::get('pieces/{piece}/lesson', [LessonController::class, 'show']);
        Route::get('pieces/{piece}/lesson/pages', [LessonController::class, 'pages']);
        Route::patch('pieces/{piece}/lesson', [LessonController::class, 'update']);
        Route::get('pieces/{piece}/from-lesson', [LessonController::class, 'from']);

        Route::post('scores/look', [ScoreLookController::class, 'store']);
        Route::post('pieces', [PieceController::class, 'store']);
        Route::get('pieces/{piece}', [PieceController::class, 'show']);
        Route::patch('pieces/{piece}', [PieceController::class, 'update']);
        Route::delete('pieces/{piece}', [PieceController::class, 'destroy']);
        Route::post('pieces/{piece}/restore', [BinController::class, 'restore']);
        Route::delete('pieces/{piece}/bin', [BinController::class, 'destroy']);
        Route::put('pieces/{piece}/tempos', [TempoController::class, 'update']);
        Route::get('pieces/{piece}/corrections', [CorrectionController::class, 'index']);
        Route::post('pieces/{piece}/corrections/look', [CorrectionController::class, 'look']);
        Route::post('pieces/{piece}/corrections', [CorrectionController::class, 'store']);
        Route::delete('corrections/{correction}', [CorrectionController::class, 'destroy']);
        Route::get('pieces/{piece}/history', [HistoryController::class, 'index']);
        Route::post('pieces/{piece}/history/back', [HistoryController::class, 'back']);
        Route::get('history/next', [HistoryController::class, 'next']);
        Route::post('history/undo', [HistoryController::class, 'undo']);
        Route::post('history/redo', [HistoryController::class, 'redo']);
        Route::get('pieces/{piece}/glance', [GlanceController::class, 'show']);
        Route::get('pieces/{piece}/tutti', [TuttiController::class, 'show']);
        Route::post('pieces/{piece}/marks', [TogetherController::class, 'store']);
        Route::post('pieces/{piece}/marks/look', [TogetherController::class, 'look']);
        Route::get('pieces/{piece}/read-through', [ReadThroughController::class, 'show']);
        Route::get('pieces/{piece}/download.{ending}', [DownloadController::class, 'all']);
        Route::get('pieces/{piece}/paper', [PaperController::class, 'piece']);
        Route::get('pieces/{piece}/handout', [HandOutController::class, 'show']);
        Route::post('pieces/{piece}/shares', [ShareController::class, 'store']);
        Route::patch('shares/{share}', [ShareController::class, 'update']);
        Route::delete('shares/{share}', [ShareController::class, 'destroy']);
        Route::post('shares/{share}/mine', [MyShareController::class, 'store']);
        Route::delete('shares/{share}/mine', [MyShareController::class, 'destroy']);

        Route::get('class', [ClassController::class, 'show']);
        Route::put('class', [ClassController::class, 'update']);
        Route::delete('class', [ClassController::class, 'destroy']);
        Route::get('class/pieces', [ClassLookController::class, 'index']);
        Route::post('pieces/{piece}/class', [ClassLookController::class, 'show']);
        Route::post('class/example', [ClassController::class, 'example']);
        Route::get('class/fingerboard', [FingerboardController::class, 'show']);
        Route::get('class/fingerboard.pdf', [FingerboardController::class, 'pdf']);

        Route::get('sections/{section}', [DeskController::class, 'show']);
        Route::get('sections/{section}/page', [DeskController::class, 'page']);
        Route::get('sections/{section}/hand', [DeskController::class, 'hand']);
        Route::get('sections/{section}/sound', [SoundController::class, 'show']);
        Route::get('sections/{section}/choice', [ChoiceController::class, 'show']);
        Route::get('sections/{section}/notes/{note}', [NoteController::class, 'show']);
        Route::get('sections/{section}/returns', [ReturnController::class, 'index']);
        Route::post('sections/{section}/copy', [MarkCopyController::class, 'store']);
        Route::get('sections/{section}/play', [PlayController::class, 'section']);
        Route::get('pieces/{piece}/warm-up', [WarmUpController::class, 'show']);
        Route::get('pieces/{piece}/warm-up.pdf', [WarmUpController::class, 'pdf']);
        Route::get('pieces/{piece}/play', [PlayController::class, 'piece']);
        Route::get('sections/{section}/practice', [PracticeLineController::class, 'show']);
        Route::put('sections/{section}/practice', [PracticeLineController::class, 'update']);
        Route::get('sections/{section}/practice/line', [PracticeLineController::class, 'line']);
        Route::get('sections/{section}/practice/download.{ending}', [PracticeLineController::class, 'download']);
        Route::get('sections/{section}/open-strings', [PracticeController::class, 'openStrings']);
        Route::get('sections/{section}/patterns', [PracticeController::class, 'patterns']);
        Route::post('sections/{section}/marks', [MarkController::class, 'store']);
        Route::post('sections/{section}/now', [NowController::class, 'store']);
        Route::post('sections/{section}/first-sight', [FirstSightController::class, 'store']);
        Route::post('sections/{section}/preview', [MarkController::class, 'preview']);
        Route::get('sections/{section}/threads', [ThreadController::class, 'index']);
        Route::post('sections/{section}/threads', [ThreadController::class, 'store']);
        Route::post('threads/{thread}/remarks', [ThreadController::class, 'answer']);
        Route::patch('threads/{thread}', [ThreadController::class, 'update']);
        Route::post('sections/{section}/settle', [ProposalController::class, 'store']);
        Route::post('sections/{section}/undo', [HistoryController::class, 'undoOnDesk']);
        Route::post('sections/{section}/redo', [HistoryController::class, 'redoOnDesk']);
        Route::post('sections/{section}/done', [SectionStatusController::class, 'done']);
        Route::put('sections/{section}/density', [SectionStatusController::class, 'density']);
        Route::post('sections/{section}/leave', [LeftFlagController::class, 'store']);
        Route::get('sections/{section}/changes', [EditionController::class, 'changes']);
        Route::post('sections/{section}/editions', [EditionController::class, 'store']);
        Route::post('sections/{section}/drawing', [DrawingController::class, 'store']);
        Route::delete('sections/{section}/drawing', [DrawingController::class, 'destroy']);
        Route::post('sections/{section}/links', [LinkController::class, 'store']);
        Route::patch('links/{link}', [LinkController::class, 'update']);
        Route::delete('links/{link}', [LinkController::class, 'destroy']);
        Route::get('sections/{section}/paper', [PaperController::class, 'section']);
        Route::get('sections/{section}/download.{ending}', [DownloadController::class, 'show']);
    });
});

// The only screen whose first answer knows who asks.
Route::get('piece/{piece}/desk/{section}', [FirstSightController::class, 'show']);
