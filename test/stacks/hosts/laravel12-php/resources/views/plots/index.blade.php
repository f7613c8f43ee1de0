<x-layout title="Plots">
    <h1>Plots</h1>
</x-layout>
