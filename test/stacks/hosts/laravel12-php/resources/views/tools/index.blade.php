<x-layout title="Tools">
    <h1>Tools</h1>
    <ul>
        @foreach ($tools as $tool)
            <li>{{ $tool }}</li>
        @endforeach
    </ul>
</x-layout>
