@extends('admin.frame')

@section('admin')
    @if ($problem)
        <p class="problem" role="alert">{{ $problem }}</p>
    @endif
    <dl>
        @foreach ($section->fields as $field => $kind)
            <dt>{{ $section->label($field) }}</dt>
            <dd>{{ $section->value($one, $field) }}</dd>
        @endforeach
    </dl>
    <p>It cannot be brought back.</p>
    <form method="post">
        @csrf
        <button class="danger">Delete</button>
        <a href="{{ route('admin-area.list', $section->slug) }}">Cancel</a>
    </form>
@endsection
