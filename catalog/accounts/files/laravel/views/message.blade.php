@extends('accounts.frame')

@section('accounts')
    <p>{{ $message }}</p>
    <nav aria-label="Accounts"><a href="{{ route('login') }}">Sign in</a></nav>
@endsection
