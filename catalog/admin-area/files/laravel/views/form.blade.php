@extends('admin.frame')

@section('admin')
    @isset($problems[''])
        <p class="problem" role="alert">{{ $problems[''] }}</p>
    @endisset
    <form method="post">
        @csrf
        @foreach ($section->writable() as $field => $kind)
            <label for="field-{{ $field }}">{{ $section->label($field) }}</label>
            @if ($kind === 'long')
                <textarea id="field-{{ $field }}" name="{{ $field }}" rows="6" @isset($problems[$field]) aria-invalid="true" aria-describedby="problem-{{ $field }}" {{ array_key_first($problems) === $field ? 'autofocus' : '' }} @endisset>{{ $values[$field] }}</textarea>
            @elseif ($kind === 'yes')
                <input id="field-{{ $field }}" name="{{ $field }}" type="checkbox" value="1" @checked($values[$field])>
            @else
                <input id="field-{{ $field }}" name="{{ $field }}" type="{{ ['text' => 'text', 'number' => 'number', 'decimal' => 'number', 'date' => 'date', 'moment' => 'datetime-local'][$kind] }}" value="{{ $values[$field] }}" @if ($kind === 'decimal') step="any" @endif @isset($problems[$field]) aria-invalid="true" aria-describedby="problem-{{ $field }}" {{ array_key_first($problems) === $field ? 'autofocus' : '' }} @endisset>
            @endif
            @isset($problems[$field])
                <p class="problem" id="problem-{{ $field }}" role="alert">{{ $problems[$field] }}</p>
            @endisset
        @endforeach
        <button>Save</button>
        <a href="{{ route('admin-area.list', $section->slug) }}">Cancel</a>
    </form>
@endsection
