@auth
    <a href="{{ route('accounts.profile') }}">{{ auth()->user()->name ?: auth()->user()->email }}</a>
    <form method="post" action="{{ route('logout') }}">
        @csrf
        <button>Sign out</button>
    </form>
@else
    <a href="{{ route('login') }}">Sign in</a>
    <a href="{{ route('accounts.register') }}">Make an account</a>
@endauth
