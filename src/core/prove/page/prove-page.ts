import path from 'node:path';
import { parse, type DefaultTreeAdapterMap } from 'parse5';
import { messageOf } from '../../message-of.ts';
import { readText } from '../../text/utf8.ts';
import { fillText } from '../../definition/fill.ts';
import type { Spec } from './spec.ts';
import type { Bench } from '../bench.ts';
import type { BuildProof } from '../build-proof.ts';
import { findBrowser, showPage, wordsOf, type ShownPage } from './browser.ts';
import { missingEdits } from '../missing-edits.ts';
import type { ProofResult } from '../../change/proof.ts';
import { pathBelow, serve, type Server } from '../serve.ts';

/** Proves that the built app shows in a browser what it should, and still something at its first page. */
export const page: BuildProof = {
  async plant(bench) {
    const spec = bench.task.spec as unknown as Spec;
    bench.plant(spec.plants ?? {});
    bench.tell(spec.public ?? {}, spec.hides === undefined ? {} : { LIGAMENT_HIDDEN: spec.hides });
    await bench.tie(spec.ties ?? []);
  },
  async judge(bench, { ran }, signal) {
    const { doors } = bench.context;
    const told = toldBy(bench, (bench.task.spec as unknown as Spec).hides);
    if (told !== undefined) return bench.result(false, 'what is built', [`${told} tells what browsers must not get`]);
    const how = bench.stack.traits.serve;
    if (!how) return bench.result(true, `${ran.shown} built it`);
    const browser = findBrowser(doors);
    if (browser === undefined)
      return bench.unseen(`${ran.shown} built it`, 'there is no Chromium here to look at its pages');
    if ('folder' in how && doors.files.kind(bench.path(path.posix.join(how.folder, 'index.html'))) === undefined)
      return bench.unseen(`${ran.shown} built it`, `it left no page in ${how.folder} to look at`);
    let server: Server;
    try {
      server = await serve(bench, how);
    } catch (error) {
      return bench.result(false, 'the start', [messageOf(error)]);
    }
    try {
      const show = (at: string): Promise<ShownPage> => {
        const url = server.url + pathBelow(server.base ?? bench.stack.traits.base, at);
        return showPage(doors, browser, url, { cwd: bench.root, signal });
      };
      return await look(bench, bench.task.spec as unknown as Spec, show);
    } finally {
      await server.close();
    }
  },
};

/** The first file of what was built that has a text in it, relative to the workspace. */
function toldBy(bench: Bench, hides: string | undefined): string | undefined {
  if (hides === undefined) return undefined;
  const wanted = fillText(hides, bench.values);
  const { files } = bench.context.doors;
  const search = (folder: string): string | undefined => {
    // What is built may bring packages along: it is only read.
    for (const { name, kind } of files.list(path.join(bench.folder, folder))) {
      const file = path.posix.join(folder, name);
      const isHere = kind === 'folder' ? undefined : readText(files, path.join(bench.folder, file))?.includes(wanted);
      const found = kind === 'folder' && name !== 'cache' ? search(file) : isHere ? file : undefined;
      if (found !== undefined) return found;
    }
    return undefined;
  };
  return bench.stack.traits.outputs.map(search).find((one) => one !== undefined);
}

/** The first of some `meta` elements, by name and content, that a page does not have. */
function missingMeta(html: string, wanted: Readonly<Record<string, string>>): string | undefined {
  const has = (name: string, content: string): boolean =>
    headElements(html).some(
      ({ tagName, attrs }) =>
        tagName === 'meta' &&
        attrs.some((one) => one.name === 'name' && one.value === name) &&
        attrs.some((one) => one.name === 'content' && one.value === content),
    );
  return Object.entries(wanted).find(([name, content]) => !has(name, content))?.[0];
}

/** The elements in a page's head. */
function headElements(html: string): DefaultTreeAdapterMap['element'][] {
  const inner = (node: DefaultTreeAdapterMap['node']): DefaultTreeAdapterMap['element'][] =>
    'childNodes' in node
      ? node.childNodes.filter((one): one is DefaultTreeAdapterMap['element'] => 'tagName' in one)
      : [];
  const page = inner(parse(html)).find(({ tagName }) => tagName === 'html');
  const head = page && inner(page).find(({ tagName }) => tagName === 'head');
  return head ? inner(head) : [];
}

async function look(bench: Bench, spec: Spec, show: (at: string) => Promise<ShownPage>): Promise<ProofResult> {
  const wanted = fillText(spec.shows ?? '', bench.values);
  const visited = fillText(spec.visit, bench.values);
  const pages = visited === '/' ? ['/'] : ['/', visited];
  for (const at of pages) {
    const page = await show(at);
    const words = wordsOf(page.html);
    const asked = at === visited ? wanted : '';
    const missing = at === visited ? missingMeta(page.html, spec.head ?? {}) : undefined;
    if (words !== '' && (asked === '' || page.html.includes(asked)) && missing === undefined) continue;
    const what = asked === '' ? 'anything' : `"${asked}"`;
    const lacks = `the page at ${at} has no <meta name="${missing}"> that says so`;
    const why = [
      missing === undefined ? `the built app does not show ${what} at ${at}` : lacks,
      ...page.complaints.slice(0, 5),
    ];
    return bench.result(false, at, [...why, ...(await missingEdits(bench.context, bench.task))], words.slice(0, 300));
  }
  return bench.result(true, `the built app shows in a browser what it should at ${pages.join(' and ')}`);
}
