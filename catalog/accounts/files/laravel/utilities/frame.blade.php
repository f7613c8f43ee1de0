{{frame.begin}}    <div class="
        mx-auto my-6 w-full max-w-sm rounded-xl border border-gray-500/40 p-8
        [&_h1]:mb-5 [&_h1]:text-2xl [&_h1]:font-bold [&_h2]:text-lg [&_h2]:font-bold
        [&_form]:grid [&_form]:gap-1.5
        [&>form+form]:mt-6 [&>form+form]:border-t [&>form+form]:border-gray-500/40 [&>form+form]:pt-6
        [&_details]:mt-6 [&_details]:border-t [&_details]:border-gray-500/40 [&_details]:pt-6 [&_summary]:cursor-pointer
        [&_label]:mt-2 [&_label]:font-semibold
        [&_.beside]:flex [&_.beside]:items-center [&_.beside]:gap-2 [&_.beside]:font-normal
        [&_input]:rounded-md [&_input]:border [&_input]:border-gray-500 [&_input]:bg-transparent [&_input]:px-3 [&_input]:py-2
        [&_small]:text-sm
        [&_button]:mt-4 [&_button]:cursor-pointer [&_button]:rounded-md [&_button]:border [&_button]:border-blue-700 [&_button]:bg-blue-700 [&_button]:px-4 [&_button]:py-2.5 [&_button]:font-semibold [&_button]:text-white
        [&_.quiet]:mt-0 [&_.quiet]:border-gray-500 [&_.quiet]:bg-transparent [&_.quiet]:text-inherit
        [&_.danger]:border-red-700 [&_.danger]:bg-red-700
        [&_nav]:mt-5 [&_nav]:flex [&_nav]:flex-wrap [&_nav]:justify-between [&_nav]:gap-x-4 [&_nav]:gap-y-2 [&_a]:underline
        [&_.problem]:border-l-4 [&_.problem]:border-red-600 [&_.problem]:bg-red-500/10 [&_.problem]:px-3 [&_.problem]:py-2
        [&_.notice]:mb-4 [&_.notice]:border-l-4 [&_.notice]:border-green-600 [&_.notice]:bg-green-500/10 [&_.notice]:px-3 [&_.notice]:py-2
    ">
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