@props(['title' => 'Tool shed'])

<!DOCTYPE html>
<html lang="{{ str_replace('_', '-', app()->getLocale()) }}">
    <head>
        <meta charset="utf-8">
        <meta name="viewport" content="width=device-width, initial-scale=1">
        <title>{{ $title }}</title>
    </head>
    <body>
        <nav>
            <a href="{{ route('home') }}">Home</a>
            <a href="{{ route('plots.index') }}">Plots</a>
        </nav>
        <main>
            {{ $slot }}
        </main>
    </body>
</html>
