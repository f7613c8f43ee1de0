@extends('layouts.app')

@section('title', 'Welcome')

@section('content')
    <h1>Welcome</h1>
@endsection
