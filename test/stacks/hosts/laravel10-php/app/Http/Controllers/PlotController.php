<?php

namespace App\Http\Controllers;

use Illuminate\Contracts\View\View;

class PlotController extends Controller
{
    public function index(): View
    {
        return view('plots.index');
    }
}
