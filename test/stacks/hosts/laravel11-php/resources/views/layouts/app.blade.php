<!doctype html>
<html lang="en">
<head>
    <meta charset="utf-8">
    <title>@yield('title', 'Plots')</title>
    @stack('head')
</head>
<body>
    @include('partials.nav')
    @yield('content')
    @stack('scripts')
</body>
</html>
