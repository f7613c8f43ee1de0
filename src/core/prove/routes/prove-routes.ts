import path from 'node:path';
import type { ProofResult } from '../../change/proof.ts';
import { compareRoutes, type ListedRoute, type RouteList } from '../../joints/route-list.ts';
import type { Bench } from '../bench.ts';
import type { Spec } from './spec.ts';

/** Proves that the routes of an app are what they were without what Ligament has put into it. */
export async function proveRoutes(bench: Bench): Promise<ProofResult> {
  const spec = bench.task.spec as unknown as Spec;
  const { routeList } = bench.stack.traits;
  if (!routeList) return bench.result(false, 'its routes', ['the framework of this project lists no routes']);
  await bench.prepare();
  const after = await list(bench, routeList);
  if ('output' in after) return bench.result(false, after.shown, ['it lists no routes'], after.output);
  withoutLigament(bench);
  const before = await list(bench, routeList);
  // A project that does not start by itself says nothing of how its routes were.
  if ('output' in before)
    return bench.unseen(`${after.shown}: ${after.routes.length} routes`, 'without it the project lists none');
  const { added, harmed, hidden } = compareRoutes(before.routes, after.routes);
  const missing = spec.adds && added.length === 0 ? ['none of its routes is there'] : [];
  const missed = [...missing, ...harmed, ...hidden];
  const counted = `${added.length} ${added.length === 1 ? 'route' : 'routes'} more, and the ${before.routes.length} that were there are the same`;
  return missed.length > 0
    ? bench.result(false, after.shown, missed)
    : bench.result(true, `${after.shown}: ${counted}`);
}

type Listed = { routes: ListedRoute[]; shown: string } | { output: string; shown: string };

async function list(bench: Bench, { asks, read }: RouteList): Promise<Listed> {
  // What a framework keeps of its last start would be read again.
  bench.dropCaches();
  let listed: Listed = { output: '', shown: 'its routes' };
  for (const args of asks) {
    const { stdout, output, shown, status } = await bench.program('console', args);
    const routes = status === 0 ? read(stdout) : undefined;
    if (routes) return { routes, shown };
    listed = { output, shown };
  }
  return listed;
}

/** Has the copy's files as they are without what Ligament has put into the project. */
function withoutLigament(bench: Bench): void {
  const { bare, host, ledgers } = bench.context;
  for (const file of new Set(ledgers.flatMap(({ edits }) => edits.map((edit) => edit.file))))
    bench.replace(file, bare.read(path.join(host.root, file)));
}
