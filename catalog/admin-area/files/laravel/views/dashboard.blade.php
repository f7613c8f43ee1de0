@extends('admin.frame')

@section('admin')
    <ul class="cards">
        @foreach ($counts as $slug => $count)
            <li><a href="{{ route('admin-area.list', $slug) }}"><strong>{{ $count }}</strong> {{ $sections[$slug]->title }}</a></li>
        @endforeach
    </ul>
@endsection
