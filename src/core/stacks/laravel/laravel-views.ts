import type { Ground } from '../../joints/ground.ts';
import { templateHeadJoint } from '../../joints/head-joint.ts';
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

/** A view with its heading and some lines below it, in the frame that the others have: a component, or one that they extend. */
export function framedView(ground: Ground, sentence: string, below: readonly string[] = []): string {
  const all = ['layout', 'layouts/app', 'app-layout'].find(
    (name) => viewFile(ground, `components/${name}`) !== undefined,
  );
  const heading = `<h1>${sentence}</h1>`;
  const lines = below.length === 0 ? [] : ['', ...below];
  const rest = lines.map((line) => (line === '' ? '\n' : `    ${line}\n`)).join('');
  if (all !== undefined) {
    const tag = `x-${all.replaceAll('/', '.')}`;
    const title = /\$title\b/.test(viewText(ground, `components/${all}`)) ? ` title="${sentence}"` : '';
    return `<${tag}${title}>\n    ${heading}\n${rest}</${tag}>\n`;
  }
  const frame = viewText(ground, 'layouts.app');
  const section = ['content', 'body', 'main'].find((name) => new RegExp(`@yield\\(\\s*['"]${name}['"]`).test(frame));
  if (section !== undefined) {
    const title = /@yield\(\s*['"]title['"]/.test(frame) ? `@section('title', '${sentence}')\n\n` : '';
    return `@extends('layouts.app')\n\n${title}@section('${section}')\n    ${heading}\n${rest}@endsection\n`;
  }
  return plainDocument(sentence, "{{ str_replace('_', '-', app()->getLocale()) }}", lines);
}

function viewText(ground: Ground, view: string): string {
  const file = viewFile(ground, view);
  return file === undefined ? '' : (ground.text(file) ?? '');
}

// The views around the others: a component, one that they extend, the one that shows components of the browser's.
const FRAMES = ['components.layout', 'components.layouts.app', 'components.app-layout', 'layouts.app', 'app'];

/** The head of the view around the others. */
export function viewHeadJoints(ground: Ground): JointOf<'page.head'>[] {
  const file = FRAMES.map((view) => viewFile(ground, view)).find(
    (one) => one !== undefined && /<head\b/i.test(ground.text(one) ?? ''),
  );
  return file === undefined ? [] : [templateHeadJoint(ground, file)];
}
