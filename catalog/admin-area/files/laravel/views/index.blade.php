@extends('admin.frame')

@section('admin')
    <div class="tools">
        <form method="get" role="search">
            <label for="search">Search</label>
            <input id="search" name="search" type="search" value="{{ $search }}" maxlength="200">
            <button>Search</button>
        </form>
        <a class="button" href="{{ route('admin-area.new', $section->slug) }}">New</a>
    </div>
    <p>{{ $rows }} found.</p>
    <div class="wide" tabindex="0" role="region" aria-label="{{ $title }}">
        <table>
            <thead>
                <tr>
                    @foreach ($section->fields as $field => $kind)
                        <th scope="col" @if ($sort === $field) aria-sort="{{ $order === 'asc' ? 'ascending' : 'descending' }}" @endif>
                            <a href="{{ route('admin-area.list', ['section' => $section->slug, 'search' => $search, 'sort' => $field, 'order' => $sort === $field && $order === 'asc' ? 'desc' : 'asc']) }}">{{ $section->label($field) }}</a>
                        </th>
                    @endforeach
                    <th scope="col">Actions</th>
                </tr>
            </thead>
            <tbody>
                @foreach ($all as $one)
                    <tr>
                        @foreach ($section->fields as $field => $kind)
                            <td>{{ $kind === 'yes' ? ($section->value($one, $field) ? 'yes' : 'no') : ($kind === 'moment' ? str_replace('T', ' ', $section->value($one, $field)) : $section->value($one, $field)) }}</td>
                        @endforeach
                        <td>
                            <a href="{{ route('admin-area.edit', [$section->slug, $one->getKey()]) }}" aria-label="Edit {{ $section->title }} {{ $one->getKey() }}">Edit</a>
                            <a href="{{ route('admin-area.delete', [$section->slug, $one->getKey()]) }}" aria-label="Delete {{ $section->title }} {{ $one->getKey() }}">Delete</a>
                        </td>
                    </tr>
                @endforeach
            </tbody>
        </table>
    </div>
    @if ($last > 1)
        <nav aria-label="Pages">
            @if ($page > 1)
                <a rel="prev" href="{{ route('admin-area.list', ['section' => $section->slug, 'search' => $search, 'sort' => $sort, 'order' => $order, 'page' => $page - 1]) }}">Previous</a>
            @endif
            <span>Page {{ $page }} of {{ $last }}</span>
            @if ($page < $last)
                <a rel="next" href="{{ route('admin-area.list', ['section' => $section->slug, 'search' => $search, 'sort' => $sort, 'order' => $order, 'page' => $page + 1]) }}">Next</a>
            @endif
        </nav>
    @endif
@endsection
