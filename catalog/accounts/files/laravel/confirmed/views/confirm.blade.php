@extends('accounts.frame', ['title' => 'Choose a password'])

@section('accounts')
    <form method="post" action="{{ route('accounts.confirm') }}">
        @csrf
        <input type="hidden" name="token" value="{{ $token }}">
        <label for="email">Email</label>
        <input id="email" type="email" value="{{ $email }}" readonly autocomplete="username">
        <label for="password">Password</label>
        <input id="password" name="password" type="password" required minlength="8" maxlength="128" autocomplete="new-password" aria-describedby="rule{{ $field === 'password' ? ' problem' : '' }}" @if ($field === 'password') aria-invalid="true" @endif autofocus>
        @if ($field === 'password')
            <p class="problem" role="alert" id="problem">{{ $problem }}</p>
        @endif
        <small id="rule">At least 8 characters. Several words are good.</small>
        <button>Make my account</button>
    </form>
@endsection
