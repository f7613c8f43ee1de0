import { linesThatMatter } from '../apply/install-failed.ts';
import { noteChild } from '../apply/journal.ts';
import type { Context } from '../context.ts';
import { fillText } from '../definition/fill.ts';
import type { ProofOf } from '../definition/proof-spec.ts';
import { Bench } from './bench.ts';
import { findBrowser, showPage, wordsOf, type ShownPage } from './browser.ts';
import { missingEdits } from './missing-edits.ts';
import type { ProofResult, ProofTask } from './proof.ts';
import { serve, type Server } from './serve.ts';

type Page = ProofOf<'page'>;

/** Proves that the built app shows in a browser what it should, and still something at its first page. */
export function provePage(context: Context, task: ProofTask, signal: AbortSignal): Promise<ProofResult> {
  const spec = task.spec as Page;
  return Bench.with(context, task, signal, async (bench) => {
    bench.plant(spec.plants ?? {});
    await bench.tie(spec.ties ?? []);
    const built = await bench.build();
    if (built.status !== 0) {
      const why = `${built.shown} ended with ${built.status ?? 'no status'} in a copy of the project`;
      return bench.result(false, 'the build', [why], linesThatMatter(built.output));
    }
    const how = bench.stack.traits.serve;
    if (!how) return bench.result(true, `${built.shown} built it`);
    const browser = findBrowser(context.doors);
    if (browser === undefined)
      return bench.result(true, `${built.shown} built it (there is no Chromium here to look at its pages)`);
    const onStart = (pid: number): void => noteChild(context.doors.files, context.host.root, pid);
    let server: Server;
    try {
      server = await serve(bench, how, onStart);
    } catch (error) {
      return bench.result(false, 'the start', [error instanceof Error ? error.message : String(error)]);
    }
    try {
      const show = (at: string): Promise<ShownPage> =>
        showPage(context.doors, browser, server.url + joined(bench.stack.traits.base, at), {
          cwd: bench.root,
          signal,
          onStart,
        });
      return await look(bench, spec, show);
    } finally {
      await server.close();
    }
  });
}

async function look(bench: Bench, spec: Page, show: (at: string) => Promise<ShownPage>): Promise<ProofResult> {
  const wanted = fillText(spec.shows, bench.values);
  const visited = fillText(spec.visit, bench.values);
  const pages = visited === '/' ? ['/'] : ['/', visited];
  for (const at of pages) {
    const page = await show(at);
    const words = wordsOf(page.html);
    const asked = at === visited ? wanted : '';
    if (words !== '' && (asked === '' || page.html.includes(asked))) continue;
    const what = asked === '' ? 'anything' : `"${asked}"`;
    const why = [`the built app does not show ${what} at ${at}`, ...page.complaints.slice(0, 5)];
    return bench.result(false, at, [...why, ...(await missingEdits(bench.context, bench.task))], words.slice(0, 300));
  }
  return bench.result(true, `the built app shows in a browser what it should at ${pages.join(' and ')}`);
}

/** A path below the base under which the app lies. */
function joined(base: string | undefined, at: string): string {
  const lead = base?.startsWith('/') ? base.replace(/\/$/, '') : '';
  return lead + at;
}
