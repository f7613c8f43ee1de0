{{frame.begin}}    {{utilities}}{{sheet}}
        <nav aria-label="Admin area">
            <a href="{{ route('admin-area.dashboard') }}">Admin area</a>
            @foreach ($sections as $one)
                <a href="{{ route('admin-area.list', $one->slug) }}">{{ $one->title }}</a>
            @endforeach
        </nav>
        <h1>{{ $title }}</h1>
        @yield('admin')
    </div>
{{frame.end}}