@extends('accounts.frame', ['title' => 'Your account'])

@section('accounts')
    <p>You are signed in as <strong>{{ $email }}</strong>.</p>
    <form method="post" action="{{ route('accounts.profile') }}">
        @csrf
        <label for="name">Name</label>
        <input id="name" name="name" value="{{ $name }}" maxlength="200" autocomplete="name">
        <button>Change the name</button>
    </form>
    <form method="post" action="{{ route('accounts.address') }}">
        <h2>Email</h2>
        @csrf
        <label for="email">New email</label>
        <input id="email" name="email" type="email" required maxlength="254" autocomplete="email" @if ($field === 'email') aria-describedby="problem" aria-invalid="true" autofocus @endif>
        @if ($field === 'email')
            <p class="problem" role="alert" id="problem">{{ $problem }}</p>
        @endif
        <label for="current-email">Current password</label>
        <input id="current-email" name="current_password" type="password" required autocomplete="current-password" @if ($field === 'current-email') aria-describedby="problem" aria-invalid="true" autofocus @endif>
        @if ($field === 'current-email')
            <p class="problem" role="alert" id="problem">{{ $problem }}</p>
        @endif
        <button>Change the email</button>
    </form>
    <form method="post" action="{{ route('accounts.password') }}">
        <h2>Password</h2>
        @csrf
        <label for="current">Current password</label>
        <input id="current" name="current_password" type="password" required autocomplete="current-password" @if ($field === 'current') aria-describedby="problem" aria-invalid="true" autofocus @endif>
        @if ($field === 'current')
            <p class="problem" role="alert" id="problem">{{ $problem }}</p>
        @endif
        @include('accounts.new-password', ['label' => 'New password'])
        <button>Change the password</button>
    </form>
    <form method="post" action="{{ route('logout') }}">
        @csrf
        <button class="quiet">Sign out</button>
    </form>
    <details {{ $field === 'known' ? 'open' : '' }}>
        <summary>Delete the account</summary>
        <form method="post" action="{{ route('accounts.delete') }}">
            <p>It cannot be brought back.</p>
            @csrf
            <label for="known">Current password</label>
            <input id="known" name="current_password" type="password" required autocomplete="current-password" @if ($field === 'known') aria-describedby="problem" aria-invalid="true" autofocus @endif>
            @if ($field === 'known')
                <p class="problem" role="alert" id="problem">{{ $problem }}</p>
            @endif
            <button class="danger">Delete it for good</button>
        </form>
    </details>
@endsection
