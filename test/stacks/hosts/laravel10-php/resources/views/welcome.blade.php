<x-layout title="Welcome">
    <h1>Welcome</h1>
</x-layout>
