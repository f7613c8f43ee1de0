<?php

use Illuminate\Support\Facades\Route;

Route::get('/plots', fn () => [['name' => 'Beans']]);
