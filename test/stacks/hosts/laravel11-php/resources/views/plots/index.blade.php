@extends('layouts.app')

@section('title', 'Plots')

@section('content')
    <h1>Plots</h1>
@endsection
