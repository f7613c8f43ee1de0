@extends('layouts.app')

@section('title', 'Tools')

@section('content')
    <h1>Tools</h1>
    @foreach ($tools as $tool)
        <p>{{ $tool }}</p>
    @endforeach
@endsection
