<?php

use App\Http\Controllers\PlotController;
use Illuminate\Support\Facades\Route;

Route::get('/', function () {
    return view('welcome');
})->name('home');

Route::get('/plots', [PlotController::class, 'index'])->name('plots.index');

Route::fallback(fn () => abort(404));
