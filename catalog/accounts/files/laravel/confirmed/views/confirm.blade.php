@extends('accounts.frame', ['title' => 'Choose a password'])

@section('accounts')
    <form method="post" action="{{ route('accounts.confirm') }}">
        @csrf
        <input type="hidden" name="token" value="{{ $token }}">
        <label for="email">Email</label>
        <input id="email" type="email" value="{{ $email }}" readonly autocomplete="username">
        @include('accounts.new-password', ['label' => 'Password', 'focus' => true])
        <button>Make my account</button>
    </form>
@endsection
