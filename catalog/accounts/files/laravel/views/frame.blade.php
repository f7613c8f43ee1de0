{{frame.begin}}    {{sheet}}<div class="{{look}}">
        <h1>{{ $title }}</h1>
        @if ($problem && ! $field)
            <p class="problem" role="alert" id="problem">{{ $problem }}</p>
        @endif
        @if ($notice)
            <p class="notice" role="status">{{ $notice }}</p>
        @endif
        @yield('accounts')
    </div>
{{frame.end}}