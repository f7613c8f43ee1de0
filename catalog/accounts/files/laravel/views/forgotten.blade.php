@extends('accounts.frame', ['title' => 'Forgotten password'])

@section('accounts')
    <p>Say which, and a link for a new one comes by mail.</p>
    <form method="post" action="{{ route('accounts.forgotten') }}">
        @csrf
        <label for="email">Email</label>
        <input id="email" name="email" type="email" value="{{ $email }}" required maxlength="254" autocomplete="username" autofocus>
        <button>Send the link</button>
    </form>
    <nav aria-label="Accounts"><a href="{{ route('login') }}">Sign in</a></nav>
@endsection
