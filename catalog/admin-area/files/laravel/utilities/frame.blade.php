{{frame.begin}}    <div class="
        mx-auto my-4 max-w-6xl p-6
        [&_h1]:my-4 [&_h1]:text-2xl [&_h1]:font-bold [&_a]:underline
        [&_nav]:flex [&_nav]:flex-wrap [&_nav]:items-center [&_nav]:gap-x-4 [&_nav]:gap-y-2
        [&_.tools]:flex [&_.tools]:flex-wrap [&_.tools]:items-center [&_.tools]:justify-between [&_.tools]:gap-x-4 [&_.tools]:gap-y-2
        [&_.wide]:overflow-x-auto [&_table]:w-full
        [&_p]:my-3 [&>form>button]:mt-4
        [&_th]:border-b [&_th]:border-gray-500/40 [&_th]:px-3 [&_th]:py-2 [&_th]:text-left
        [&_td]:border-b [&_td]:border-gray-500/40 [&_td]:px-3 [&_td]:py-2 [&_td]:align-top
        [&_form]:flex [&_form]:flex-wrap [&_form]:items-center [&_form]:gap-2
        [&>form]:grid [&>form]:max-w-lg [&>form]:gap-1.5 [&_label]:mt-2 [&_label]:font-semibold
        [&_input]:rounded-md [&_input]:border [&_input]:border-gray-500 [&_input]:bg-transparent [&_input]:px-3 [&_input]:py-2
        [&_[type=checkbox]]:justify-self-start
        [&_textarea]:rounded-md [&_textarea]:border [&_textarea]:border-gray-500 [&_textarea]:bg-transparent [&_textarea]:px-3 [&_textarea]:py-2
        [&_button]:cursor-pointer [&_button]:rounded-md [&_button]:border [&_button]:border-blue-700 [&_button]:bg-blue-700 [&_button]:px-4 [&_button]:py-2 [&_button]:font-semibold [&_button]:text-white
        [&_.button]:rounded-md [&_.button]:border [&_.button]:border-gray-500 [&_.button]:px-4 [&_.button]:py-2 [&_.button]:font-semibold [&_.button]:no-underline
        [&_.danger]:border-red-700 [&_.danger]:bg-red-700
        [&_.problem]:border-l-4 [&_.problem]:border-red-600 [&_.problem]:bg-red-500/10 [&_.problem]:px-3 [&_.problem]:py-2
        [&_.cards]:grid [&_.cards]:gap-4 sm:[&_.cards]:grid-cols-2
        [&_.cards_a]:block [&_.cards_a]:rounded-xl [&_.cards_a]:border [&_.cards_a]:border-gray-500/40 [&_.cards_a]:p-4 [&_.cards_a]:no-underline
        [&_.cards_strong]:block [&_.cards_strong]:text-2xl [&_dt]:font-semibold [&_dd]:mb-2
    ">
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