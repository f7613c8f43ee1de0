@extends('accounts.frame', ['title' => 'Sign in'])

@section('accounts')
    <form method="post" action="{{ route('login') }}">
        @csrf
        <label for="email">Email</label>
        <input id="email" name="email" type="email" value="{{ $email }}" required maxlength="254" autocomplete="username" @if ($problem) aria-invalid="true" aria-describedby="problem" @endif autofocus>
        <label for="password">Password</label>
        <input id="password" name="password" type="password" required autocomplete="current-password">
        <label class="beside"><input name="remember" value="1" type="checkbox"> Keep me signed in here</label>
        <button>Sign in</button>
    </form>
    <nav aria-label="Accounts">
        <a href="{{ route('accounts.forgotten') }}">Forgotten your password?</a>
        <a href="{{ route('accounts.register') }}">Make an account</a>
    </nav>
@endsection
