@extends('accounts.frame', ['title' => 'A new password'])

@section('accounts')
    <form method="post" action="{{ route('accounts.reset') }}">
        @csrf
        <input type="hidden" name="token" value="{{ $token }}">
        @include('accounts.new-password', ['label' => 'New password', 'focus' => true])
        <button>Change the password</button>
    </form>
@endsection
