<?php

// {{confirm.classes}}
use {{namespace}}\Http\Controllers\Accounts\ForgottenController;
use {{namespace}}\Http\Controllers\Accounts\ProfileController;
// {{register.class}}
use {{namespace}}\Http\Controllers\Accounts\SignInController;
use Illuminate\Auth\Middleware\Authenticate;
use Illuminate\Support\Facades\Route;

// {{register.routes}}

Route::get('{{login}}', [SignInController::class, 'form'])->name('login');
Route::post('{{login}}', [SignInController::class, 'enter']);
Route::post('{{logout}}', [SignInController::class, 'leave'])->name('logout');

Route::get('{{forgotten}}', [ForgottenController::class, 'form'])->name('accounts.forgotten');
Route::post('{{forgotten}}', [ForgottenController::class, 'ask']);
Route::get('{{reset}}', [ForgottenController::class, 'choose'])->name('accounts.reset');
Route::post('{{reset}}', [ForgottenController::class, 'reset']);

Route::middleware(Authenticate::class)->group(function () {
    Route::get('{{profile}}', [ProfileController::class, 'form'])->name('accounts.profile');
    Route::post('{{profile}}', [ProfileController::class, 'rename']);
    Route::post('{{profile}}/email', [ProfileController::class, 'address'])->name('accounts.address');
    // {{moving.routes}}
    Route::post('{{profile}}/password', [ProfileController::class, 'password'])->name('accounts.password');
    Route::post('{{profile}}/delete', [ProfileController::class, 'remove'])->name('accounts.delete');
});
