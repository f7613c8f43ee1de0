import { byCount } from '../../by-count.ts';
import type { Ground } from '../../joints/ground.ts';
import { templateHeadJoint } from '../../joints/head-joint.ts';
import { ownSources } from '../../joints/own-sources.ts';
import { ownClassFile } from '../../joints/php-names.ts';
import type { JointOf } from '../../joints/joint.ts';
import type { Frame } from '../../joints/traits.ts';
import { plainDocument } from '../../joints/template-parts.ts';
import { viewFile } from './laravel-routes.ts';

/** The frame that views have: what stands before and behind a page's content, with `$title` as its title. */
export function bladeFrame(ground: Ground): Frame {
  const view = framedView(ground, '{{ $title }}', ['§'])
    .replace(' title="{{ $title }}"', ' :title="$title"')
    .replace("@section('title', '{{ $title }}')", "@section('title', $title)");
  const [begin = '', end = ''] = view.split(/ *<h1>.*<\/h1>\n\s*§\n/);
  return { begin, end };
}

/** A view with its heading and some lines below it, in the frame that most others have: a component, or one that they extend. */
export function framedView(ground: Ground, sentence: string, below: readonly string[] = []): string {
  const frame = usualFrame(ground);
  const heading = `<h1>${sentence}</h1>`;
  const lines = below.length === 0 ? [] : ['', ...below];
  const rest = lines.map((line) => (line === '' ? '\n' : `    ${line}\n`)).join('');
  if (frame === undefined) return plainDocument(sentence, "{{ str_replace('_', '-', app()->getLocale()) }}", lines);
  if ('tag' in frame) {
    const title = frame.isTitled ? ` title="${sentence}"` : '';
    return `<${frame.tag}${title}>\n    ${heading}\n${rest}</${frame.tag}>\n`;
  }
  const title = frame.isTitled ? `@section('title', '${sentence}')\n\n` : '';
  return `@extends('${frame.view}')\n\n${title}@section('${frame.section}')\n    ${heading}\n${rest}@endsection\n`;
}

/** What stands around a page's own content: a component by its tag, or a view that it extends with the section for it. */
type ViewFrame = { isTitled: boolean } & ({ tag: string } | { view: string; section: string });

// The names that Laravel's docs and its starter kits use, where no view tells.
const USUAL = ['<x-layout>', '<x-layouts.app>', '<x-app-layout>', 'layouts.app'];

/** The frame that most views have; undefined where none can be told. */
function usualFrame(ground: Ground): ViewFrame | undefined {
  const views = [...ownSources(ground, /\.blade\.php$/)].map(({ text }) => ({ text, around: aroundOf(text) }));
  const known = byCount(views.flatMap(({ around }) => around ?? []));
  for (const name of [...known, ...USUAL]) {
    const inside = views.flatMap(({ text, around }) => (around === name ? [text] : []));
    const frame = name.startsWith('<')
      ? componentFrame(ground, name.slice(1, -1))
      : extendedFrame(ground, name, inside);
    if (frame) return frame;
  }
  return undefined;
}

/** What a view is in: the tag of a component around all of it, or the view that it extends. */
function aroundOf(text: string): string | undefined {
  const own = text.replaceAll(/\{\{--.*?--\}\}/gs, '').trim();
  const [, view] = /^@extends\(\s*['"]([\w./-]+)['"]/.exec(own) ?? [];
  const [, tag] = /^<(x-[\w.-]+)(?=[\s>])/.exec(own) ?? [];
  return view?.replaceAll('/', '.') ?? (tag !== undefined && own.endsWith(`</${tag}>`) ? `<${tag}>` : undefined);
}

function componentFrame(ground: Ground, tag: string): ViewFrame | undefined {
  const name = tag.slice('x-'.length);
  const view = viewFile(ground, `components.${name}`) ?? viewFile(ground, `components.${name}.index`);
  // One that a class renders (Laravel's docs, "Components"): `x-app-layout` by AppLayout.
  const parts = name
    .split('.')
    .map((part) => part.replaceAll(/(?:^|-)(\w)/g, (_, letter: string) => letter.toUpperCase()));
  const own = ownClassFile(ground, `App\\View\\Components\\${parts.join('\\')}`);
  if (view === undefined && !own?.isThere) return undefined;
  const rendered = /\bview\(\s*['"]([\w./-]+)['"]/.exec(own?.isThere ? (ground.text(own.file) ?? '') : '')?.[1];
  const text = view === undefined ? viewText(ground, rendered ?? '') : (ground.text(view) ?? '');
  const takesTitle = view !== undefined || /\$title\b/.test(ground.text(own?.file ?? '') ?? '');
  return { tag, isTitled: takesTitle && /\$title\b/.test(text) };
}

function extendedFrame(ground: Ground, view: string, inside: readonly string[]): ViewFrame | undefined {
  const text = viewText(ground, view);
  if (text === '') return undefined;
  const yields = (name: string): boolean => new RegExp(`@yield\\(\\s*['"]${name}['"]`).test(text);
  // A section with a block is one for content; what most fill is the one for a page's own.
  const filled = inside.flatMap((one) =>
    [...one.matchAll(/@section\(\s*['"]([\w.-]+)['"]\s*\)/g)].map(([, name = '']) => name),
  );
  const section =
    byCount(filled).find((name) => !/title|head|script|style|css|js/i.test(name)) ??
    ['content', 'body', 'main'].find(yields);
  if (section === undefined) return undefined;
  const saysTitle = inside.filter((one) => /@section\(\s*['"]title['"]/.test(one)).length * 2 > inside.length;
  return { view, section, isTitled: yields('title') || saysTitle };
}

function viewText(ground: Ground, view: string): string {
  const file = viewFile(ground, view);
  return file === undefined ? '' : (ground.text(file) ?? '');
}

// The view around the others: one that these are in by convention, or the one that shows components of the browser's.
const FRAMES = [...USUAL.map((name) => name.replace(/^<x-(.*)>$/, 'components.$1')), 'app'];

/** The head of the view around the others. */
export function viewHeadJoints(ground: Ground): JointOf<'page.head'>[] {
  const withHead = (views: readonly string[]): string | undefined =>
    views
      .map((view) => viewFile(ground, view))
      .find((file) => file !== undefined && /<head\b/i.test(ground.text(file) ?? ''));
  const file = withHead(FRAMES) ?? withHead(mostExtended(ground));
  return file === undefined ? [] : [templateHeadJoint(ground, file)];
}

function mostExtended(ground: Ground): string[] {
  const around = [...ownSources(ground, /\.blade\.php$/)].flatMap(({ text }) => aroundOf(text) ?? []);
  return byCount(around).filter((name) => !name.startsWith('<'));
}
