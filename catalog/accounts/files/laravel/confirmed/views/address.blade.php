@extends('accounts.frame', ['title' => 'Your new address'])

@section('accounts')
    <form method="post" action="{{ route('accounts.moving') }}">
        <p>Your account will be under <strong>{{ $email }}</strong>.</p>
        @csrf
        <input type="hidden" name="token" value="{{ $token }}">
        <button>Take this address</button>
    </form>
    <nav aria-label="Accounts"><a href="{{ route('accounts.profile') }}">Leave it as it is</a></nav>
@endsection
