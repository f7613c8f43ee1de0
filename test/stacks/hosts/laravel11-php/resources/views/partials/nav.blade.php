<ul>
    <li><a href="{{ route('home') }}">Home</a></li>
    <li><a href="{{ route('plots.index') }}">Plots</a></li>
    <li><a href="{{ route('tools.index') }}">Tools</a></li>
</ul>
