@extends('accounts.frame', ['title' => 'Make an account'])

@section('accounts')
    <form method="post" action="{{ route('accounts.register') }}">
        @csrf
        <label for="name">Name</label>
        <input id="name" name="name" value="{{ $name }}" maxlength="200" autocomplete="name">
        <label for="email">Email</label>
        <input id="email" name="email" type="email" value="{{ $email }}" required maxlength="254" autocomplete="username" @if ($field === 'email') aria-describedby="problem" aria-invalid="true" @endif {{ $field === 'password' ? '' : 'autofocus' }}>
        @if ($field === 'email')
            <p class="problem" role="alert" id="problem">{{ $problem }}</p>
        @endif
        @include('accounts.new-password', ['label' => 'Password'])
        <button>Make an account</button>
    </form>
    <nav aria-label="Accounts"><a href="{{ route('login') }}">I have an account</a></nav>
@endsection
