<?php

use App\Http\Controllers\PlotController;
use App\Http\Controllers\ToolController;
use Illuminate\Support\Facades\Route;

Route::get('/', function () {
    return view('welcome');
})->name('home');

Route::get('/plots', [PlotController::class, 'index'])->name('plots.index');
Route::get('/tools', [ToolController::class, 'index'])->name('tools.index');
