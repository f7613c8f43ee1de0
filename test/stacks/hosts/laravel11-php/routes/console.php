<?php

use Illuminate\Support\Facades\Artisan;

Artisan::command('tools:count', function () {
    $this->comment('2');
})->purpose('Count the tools');
