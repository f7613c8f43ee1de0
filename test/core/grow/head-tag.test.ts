import { describe, expect, it } from 'vitest';
import { MemoryStackHost } from '../../support/stack-host.ts';

const HOSTS: [id: string, file: string, says: RegExp][] = [
  ['vite-vue-ts', 'index.html', /^ {4}<meta name="color-scheme" content="light dark" \/>$/m],
  ['vue-service-js', 'public/index.html', /^ {4}<meta name="color-scheme" content="light dark">$/m],
  ['angular-ts', 'src/index.html', /<meta name="color-scheme" content="light dark" ?\/?>/],
  ['react-scripts-js', 'public/index.html', /<meta name="color-scheme" content="light dark" \/>/],
  ['astro-ts', 'src/layouts/Base.astro', /^ {4}<meta name="color-scheme" content="light dark" \/>$/m],
  ['sveltekit-ts', 'src/app.html', /<meta name="color-scheme" content="light dark" \/>/],
  ['nuxt-ts', 'nuxt.config.ts', /head: \{ meta: \[\{ name: 'color-scheme', content: 'light dark' \}\] \}/],
  ['next-app-ts', 'src/app/layout.tsx', /other: \{ "color-scheme": "light dark" \}/],
  ['symfony74-php', 'templates/base.html.twig', /^ +<meta name="color-scheme" content="light dark">$/m],
  ['symfony64-php', 'templates/base.html.twig', /<meta name="color-scheme" content="light dark"/],
  ['laravel12-php', 'resources/views/components/layout.blade.php', /<meta name="color-scheme" content="light dark"/],
  ['laravel11-php', 'resources/views/layouts/app.blade.php', /<meta name="color-scheme" content="light dark"/],
  [
    'next-pages-js',
    'pages/_document.js',
    /<Head>\n {8}<meta name="color-scheme" content="light dark" \/>\n {6}<\/Head>/,
  ],
];

describe('a tag in the head of every page', () => {
  it.each(HOSTS)('of %s is in %s, once, and goes without a trace', async (id, file, says) => {
    const host = new MemoryStackHost(id);
    const before = host.tree();
    expect(await host.growHeadTag('color-scheme', 'light dark')).toBe(true);
    expect(host.text(file)).toMatch(says);
    expect(await host.growHeadTag('color-scheme', 'light dark')).toBe(false);
    expect(await host.growHeadTag('theme-color', '#2f6f3e')).toBe(true);
    expect(host.text(file)).toMatch(/theme-color[^]*#2f6f3e/);
    await host.detach('head-tag:color-scheme');
    await host.detach('head-tag:theme-color');
    expect(host.tree()).toEqual(before);
  });

  it('never stands where something is there only sometimes', async () => {
    const frame =
      '---\nconst { secret } = Astro.props;\n---\n\n<html>\n  <head>\n    <meta charset="utf-8" />\n    {secret && <meta name="robots" content="noindex" />}\n  </head>\n  <body><slot /></body>\n</html>\n';
    const host = new MemoryStackHost('astro-ts', { 'src/layouts/Base.astro': frame });
    await host.growHeadTag('color-scheme', 'dark');
    expect(host.text('src/layouts/Base.astro')).toContain(
      '<meta charset="utf-8" />\n    <meta name="color-scheme" content="dark" />\n    {secret',
    );
  });

  it('never stands in a part of a template that is shown only sometimes', async () => {
    const twig =
      '<!DOCTYPE html>\n<html>\n    <head>\n        <meta charset="UTF-8">\n        {% if secret %}\n            <meta name="robots" content="noindex">\n        {% endif %}\n    </head>\n    <body>{% block body %}{% endblock %}</body>\n</html>\n';
    const symfony = new MemoryStackHost('symfony64-php', { 'templates/base.html.twig': twig });
    await symfony.growHeadTag('color-scheme', 'dark');
    expect(symfony.text('templates/base.html.twig')).toContain(
      '<meta charset="UTF-8">\n        <meta name="color-scheme" content="dark">\n        {% if secret %}',
    );
    const blade = twig.replace('{% if secret %}', '@auth').replace('{% endif %}', '@endauth');
    const view = 'resources/views/components/layout.blade.php';
    const laravel = new MemoryStackHost('laravel12-php', { [view]: blade.replace(/\{%.*%\}/, '{{ $slot }}') });
    await laravel.growHeadTag('color-scheme', 'dark');
    expect(laravel.text(view)).toContain('<meta name="color-scheme" content="dark">\n        @auth');
  });

  it('is escaped', async () => {
    const host = new MemoryStackHost('astro-ts');
    await host.growHeadTag('description', 'Beds "A" & <B>');
    expect(host.text('src/layouts/Base.astro')).toContain('content="Beds &quot;A&quot; &amp; &lt;B>"');
    const next = new MemoryStackHost('next-app-ts');
    await next.growHeadTag('generator', `"'\\ \${1}`);
    expect(next.text('src/app/layout.tsx')).toMatch(/generator: (["']).*\1 \}/);
  });

  it('is refused where the project has it, where it says nothing, and where the head cannot be reached', async () => {
    const page =
      '<!doctype html>\n<html>\n  <head>\n    <meta name="color-scheme" content="dark">\n  </head>\n  <body>\n    <script type="module" src="/src/main.ts"></script>\n  </body>\n</html>\n';
    const own = new MemoryStackHost('vite-vue-ts', { 'index.html': page });
    await expect(own.growHeadTag('color-scheme', 'light dark')).rejects.toMatchObject({
      status: 3,
      parts: { what: 'index.html has color-scheme already', where: { file: 'index.html', line: 4 } },
    });
    const host = new MemoryStackHost('vite-vue-ts');
    for (const [name, value] of [
      ['color-scheme', 'bright'],
      ['theme-color', 'url(javascript:1) x'],
      ['description', 'two\nlines'],
      ['description', ''],
      ['viewport', 'width=1'],
      ['"><script>', 'x'],
    ] as const)
      await expect(host.growHeadTag(name, value)).rejects.toMatchObject({ status: 2 });
    await expect(new MemoryStackHost('express5-pug-js').growHeadTag('color-scheme', 'dark')).rejects.toMatchObject({
      status: 3,
    });
    const computed = new MemoryStackHost('next-app-ts', {
      'src/app/layout.tsx':
        "export function generateMetadata() {\n  return { title: 'Beds' }\n}\n\nexport default function Layout({ children }) {\n  return (\n    <html>\n      <body>{children}</body>\n    </html>\n  )\n}\n",
    });
    await expect(computed.growHeadTag('color-scheme', 'dark')).rejects.toMatchObject({ status: 3 });
  });
});
