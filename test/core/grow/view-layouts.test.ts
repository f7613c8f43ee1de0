import { describe, expect, it } from 'vitest';
import { MemoryStackHost } from '../../support/stack-host.ts';

/** What is other after a layout has grown, which then leaves again byte for byte. */
async function around(host: MemoryStackHost, name: string, ...addresses: string[]): Promise<Map<string, string>> {
  const before = host.tree();
  expect(await host.growLayout(name, ...addresses)).toBe(true);
  const after = host.tree();
  await host.detach(`layout:${name}`);
  expect(host.tree()).toEqual(before);
  return new Map([...after].filter(([file, text]) => !file.startsWith('.ligament/') && before.get(file) !== text));
}

describe('a layout grows around pages of a server', () => {
  it('of Symfony: each stays in the frame that it has', async () => {
    const changed = await around(new MemoryStackHost('symfony74-php'), 'Society', '/plots');
    expect(Object.fromEntries(changed)).toEqual({
      'templates/layout/society.html.twig': '<div>\n    {% block page %}{% endblock %}\n</div>\n',
      'templates/plot/index.html.twig': `{% extends 'base.html.twig' %}

{% block title %}Plots{% endblock %}

{% block body %}
    {% embed 'layout/society.html.twig' %}
        {% block page %}
            <h1>Plots</h1>
        {% endblock %}
    {% endembed %}
{% endblock %}
`,
    });
  });

  it('of Laravel: within the component, or the section, that has the page', async () => {
    const host = new MemoryStackHost('laravel12-php', {
      'resources/views/tools/index.blade.php':
        "@extends('layouts.app')\n\n@section('title', 'Tools')\n\n@section('content')\n    <h1>Tools</h1>\n    @if ($tools)\n        <p>Some.</p>\n    @endif\n@endsection\n",
    });
    const changed = await around(host, 'TheSociety', '/plots', '/tools');
    expect(Object.fromEntries(changed)).toEqual({
      'resources/views/components/the-society.blade.php': '<div>\n    {{ $slot }}\n</div>\n',
      'resources/views/plots/index.blade.php':
        '<x-layout title="Plots">\n    <x-the-society>\n        <h1>Plots</h1>\n    </x-the-society>\n</x-layout>\n',
      'resources/views/tools/index.blade.php':
        "@extends('layouts.app')\n\n@section('title', 'Tools')\n\n@section('content')\n    <x-the-society>\n        <h1>Tools</h1>\n        @if ($tools)\n            <p>Some.</p>\n        @endif\n    </x-the-society>\n@endsection\n",
    });
  });

  it('not where a page has no place for it', async () => {
    const host = new MemoryStackHost('symfony74-php', {
      'templates/plot/index.html.twig':
        "{% extends 'base.html.twig' %}\n{% import 'macros.html.twig' as m %}\n\n{% block body %}\n    {{ m.title('Plots') }}\n{% endblock %}\n",
    });
    await expect(host.growLayout('Society', '/plots')).rejects.toThrow('There is no page at /plots');
  });
});
