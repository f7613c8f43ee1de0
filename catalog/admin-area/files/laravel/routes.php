<?php

use {{namespace}}\Http\Controllers\AdminAreaController;
use {{namespace}}\Http\Middleware\LooksAfterData;
use Illuminate\Auth\Middleware\Authenticate;
use Illuminate\Support\Facades\Route;

Route::prefix('{{path}}')->name('admin-area.')->middleware([Authenticate::class, LooksAfterData::class])->group(function () {
    Route::get('/', [AdminAreaController::class, 'dashboard'])->name('dashboard');
    Route::get('/{section}', [AdminAreaController::class, 'index'])->name('list');
    Route::match(['get', 'post'], '/{section}/new', [AdminAreaController::class, 'add'])->name('new');
    Route::match(['get', 'post'], '/{section}/{id}', [AdminAreaController::class, 'edit'])->name('edit');
    Route::match(['get', 'post'], '/{section}/{id}/delete', [AdminAreaController::class, 'delete'])->name('delete');
});
