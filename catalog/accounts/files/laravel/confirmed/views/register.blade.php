@extends('accounts.frame', ['title' => 'Make an account'])

@section('accounts')
    <form method="post" action="{{ route('accounts.register') }}">
        @csrf
        <label for="name">Name</label>
        <input id="name" name="name" value="{{ $name }}" maxlength="200" autocomplete="name" {{ $field ? '' : 'autofocus' }}>
        <label for="email">Email</label>
        <input id="email" name="email" type="email" value="{{ $email }}" required maxlength="254" autocomplete="username" aria-describedby="rule{{ $field === 'email' ? ' problem' : '' }}" @if ($field === 'email') aria-invalid="true" autofocus @endif>
        @if ($field === 'email')
            <p class="problem" role="alert" id="problem">{{ $problem }}</p>
        @endif
        <small id="rule">A link is sent to it: there you choose a password.</small>
        <button>Send me the link</button>
    </form>
    <nav aria-label="Accounts"><a href="{{ route('login') }}">I have an account</a></nav>
@endsection
