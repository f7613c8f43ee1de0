import path from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { messageOf } from '../../message-of.ts';
import { readText } from '../../text/utf8.ts';
import { fillEach, fillText } from '../../definition/fill.ts';
import type { Spec } from './spec.ts';
import type { Bench } from '../bench.ts';
import { missingEdits } from '../missing-edits.ts';
import type { ProofResult } from '../../change/proof.ts';
import { serve, type Server } from '../serve.ts';
import { HttpSession, type Answer } from './http-session.ts';

type Step = Spec['steps'][number];

interface ServedPlace {
  url: string;
  bench: Bench;
  signal: AbortSignal;
}

/** Proves that a server, started in a copy on 127.0.0.1, answers a sequence of requests as it should. */
export async function proveHttp(bench: Bench, signal: AbortSignal): Promise<ProofResult> {
  const { context, task } = bench;
  const spec = task.spec as unknown as Spec;
  const fail = async (why: string, output = ''): Promise<ProofResult> =>
    bench.result(false, spec.checks, [why, ...(await missingEdits(context, task))], output);
  const how = bench.stack.traits.serve;
  if (!how || 'folder' in how) return fail('how it is started cannot be told from its scripts');
  bench.plant(spec.plants ?? {});
  await bench.tie(spec.ties ?? []);
  if (how.build || bench.stack.traits.runtime !== 'server') {
    const built = await bench.build();
    if (built.status !== 0) return fail(`${built.shown} ended with ${built.status ?? 'no status'}`, built.output);
  }
  const environment = { ...how.environment, ...fillEach(spec.environment ?? {}, bench.values) };
  for (const [program = '', ...args] of spec.first ?? []) {
    const filled = args.map((arg) => fillText(arg, bench.values));
    const { status, shown, output } = await bench.program(program, filled, environment);
    if (status !== 0) return fail(`${shown} ended with ${status ?? 'no status'} in a copy of the project`, output);
  }
  let server: Server;
  try {
    server = await serve(bench, { ...how, environment });
  } catch (error) {
    return fail('it does not start', messageOf(error));
  }
  try {
    const missed = await walk({ url: server.url, bench, signal }, spec.steps);
    if (missed !== undefined) return await fail(missed, server.said());
    const said = spec.says === undefined ? '' : fillText(spec.says, bench.values);
    if (!(await hears(server, said, signal))) return await fail(`it does not say "${said}"`, server.said());
    return bench.result(true, `the started server: ${spec.checks}`);
  } finally {
    await server.close();
  }
}

// What is written down may come a little behind the answer.
const LONGEST_SILENCE_MS = 5000;

async function hears(server: Server, said: string, signal: AbortSignal): Promise<boolean> {
  for (let waited = 0; waited < LONGEST_SILENCE_MS; waited += 50) {
    if (server.said().includes(said)) return true;
    await sleep(50, undefined, { signal });
  }
  return false;
}

/** Asks one step after the other; tells the first that is not answered as it should be. */
async function walk(place: ServedPlace, steps: readonly Step[]): Promise<string | undefined> {
  const visitors = new Map<string, HttpSession>();
  let values = place.bench.values;
  for (const step of steps) {
    const { as: name = '' } = step;
    const answer =
      step.read === undefined ? await asked(place, step, values, visitors) : await written(place, step, values);
    if (!answer) continue;
    const missed = judge(step, answer, values);
    const what = step.read ?? fillText(step.ask ?? '', values);
    if (missed !== undefined) return `${what}${name === '' ? '' : ` as ${name}`}: ${missed}`;
    values = { ...values, ...kept(step, answer) };
  }
  return undefined;
}

async function asked(
  { url, signal }: ServedPlace,
  step: Step,
  values: Readonly<Record<string, string>>,
  visitors: Map<string, HttpSession>,
): Promise<Answer | undefined> {
  const { as: name = '' } = step;
  const visitor = visitors.get(name) ?? new HttpSession(url, signal);
  visitors.set(name, visitor);
  const other = step.with === undefined ? undefined : visitors.get(step.with);
  if (other) visitor.takeFrom(other);
  const { ask = 'GET /', form, headers } = filled(step, values);
  let answer: Answer | undefined;
  for (let time = 0; time < (step.times ?? 1); time += 1) answer = await visitor.ask(ask, form, headers);
  return answer;
}

/** What the server has written into a file, or into the newest one of a folder; it may come a little later, and bit by bit. */
async function written(
  { bench, signal }: ServedPlace,
  step: Step,
  values: Readonly<Record<string, string>>,
): Promise<Answer> {
  const { files } = bench.context.doors;
  const place = bench.path(fillText(step.read ?? '.', values));
  for (let waited = 0; ; waited += 50) {
    const names = files.list(place).map(({ name }) => path.join(place, name));
    const text = readText(files, names.at(-1) ?? place) ?? '';
    const answer = { status: 0, text, headers: new Headers() };
    if (waited >= LONGEST_SILENCE_MS || judge(step, answer, values) === undefined) return answer;
    await sleep(50, undefined, { signal });
  }
}

function filled(
  { ask, form, headers }: Step,
  values: Readonly<Record<string, string>>,
): Pick<Step, 'ask' | 'form' | 'headers'> {
  const filledAsk = ask === undefined ? undefined : fillText(ask, values);
  return { ask: filledAsk, form: form && fillEach(form, values), headers: headers && fillEach(headers, values) };
}

function judge(step: Step, answer: Answer, values: Readonly<Record<string, string>>): string | undefined {
  const { status, text, headers } = answer;
  if (step.status !== undefined && status !== step.status) return `answered ${status}, not ${step.status}`;
  const shown = step.shows === undefined ? '' : fillText(step.shows, values);
  if (!text.includes(shown)) return `does not show "${shown}"`;
  const hidden = step.hides === undefined ? undefined : fillText(step.hides, values);
  if (hidden !== undefined && text.includes(hidden)) return `shows "${hidden}"`;
  // Its own address may stand in front, as frameworks have it.
  const leads = (headers.get('location') ?? '').replace(/^http:\/\/127\.0\.0\.1:\d+(?=\/)/, '');
  const wanted = step.leads === undefined ? '' : fillText(step.leads, values);
  if (!leads.startsWith(wanted)) return `leads to "${leads}", not to ${wanted}`;
  for (const [name, part] of Object.entries(fillEach(step.has ?? {}, values))) {
    const value = headers.get(name);
    if (part === '' ? value !== null : !(value ?? '').includes(part))
      return `has ${name}: ${value ?? 'nothing'}, not ${part === '' ? 'nothing' : part}`;
  }
  const lost = Object.entries(step.keep ?? {}).find(([, pattern]) => !new RegExp(pattern).test(text));
  return lost && `has nothing for ${lost[0]}`;
}

function kept({ keep = {} }: Step, { text }: Answer): Record<string, string> {
  return Object.fromEntries(
    Object.entries(keep).map(([name, pattern]) => [name, new RegExp(pattern).exec(text)?.[1] ?? '']),
  );
}
