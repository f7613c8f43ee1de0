import type { Joint } from '../joints/joint.ts';
import { Ground, type Side, type Stack, type StackReading } from '../joints/ground.ts';
import { USUAL, type EcosystemId } from '../ecosystems/marks.ts';
import { packageJoints } from '../joints/package-joints.ts';
import { browserSources } from '../joints/browser-sources.ts';
import { rebasedScreen } from '../joints/rebase.ts';
import { PLAIN, type Traits } from '../joints/traits.ts';
import type { Reader } from '../ports.ts';
import type { WorkspaceFacts } from '../survey/survey.ts';
import { STACKS } from './stacks.ts';

/**
 * What a stack tells of the side of a workspace that it builds; the side is undefined where there is only one. `tools` is no stack's: it
 * has what belongs to the whole workspace (lint, format, tests, editor).
 */
export interface StackFacts {
  id: string;
  title: string;
  side: Side | 'tools' | undefined;
  /** Whose packages it is built with; undefined for tools of several. */
  ecosystem: EcosystemId | undefined;
  /** What the stack builds, whether or not there is another side. */
  builds: Side | undefined;
  /** The workspace as this side sees it: the language may be its own. */
  workspace: WorkspaceFacts;
  build: Stack['build'];
  /** Nothing is attached to it: why. */
  refuses?: string | undefined;
  joints: Joint[];
  absent?: StackReading['absent'];
  /** Why it has no joints of its own: its version is none that the stack knows. */
  outside?: string | undefined;
  traits: Traits;
  /** Folders of the other side's own sources, relative to the workspace. */
  notOwn: readonly string[];
}

interface Recognised {
  stack: Stack;
  title: string;
}

/** The sides of a workspace, browser and server, as stacks read them; then the tools where there are two. */
export async function readSides(
  reader: Reader,
  root: string,
  workspace: WorkspaceFacts,
  stacks: readonly Stack[] = STACKS,
): Promise<StackFacts[]> {
  const ground = new Ground(reader, root, workspace);
  const found = recognise(ground, stacks);
  const sides: StackFacts[] = [];
  for (const one of found) sides.push(await readSide(ground, one, found.length > 1));
  // A server's package in a browser app that starts no server is there for something else.
  const real = sides.filter((one) => found.length === 1 || one.side !== 'server' || hasServer(one));
  const [first, second] = real;
  if (!first) return [];
  if (!second) return [{ ...first, side: undefined }];
  const apart = real.map((one): StackFacts => ({ ...one, notOwn: foldersOf(real.filter((other) => other !== one)) }));
  return [...apart, await toolsOf(ground, first, second)];
}

/** What a workspace is built with by its manifest alone, without a look at its sources: "Vite 7 + React 19, Express 5". */
export function nameStack(
  reader: Reader,
  root: string,
  workspace: WorkspaceFacts,
  stacks: readonly Stack[] = STACKS,
): Pick<StackFacts, 'id' | 'title'> {
  const found = recognise(new Ground(reader, root, workspace), stacks);
  const [first] = found;
  if (!first) throw new Error('every workspace is at least a package');
  return { id: first.stack.id, title: found.map(({ title }) => title).join(', ') };
}

/** The first stack of each side that recognises a workspace; one that has it to itself only where there is no other. */
function recognise(ground: Ground, stacks: readonly Stack[]): Recognised[] {
  const found: Recognised[] = [];
  for (const stack of stacks) {
    const taken = found.length > 0 && (stack.side === undefined || found.some((one) => one.stack.side === stack.side));
    const title = taken ? undefined : stack.recognise(ground);
    if (title === undefined) continue;
    found.push({ stack, title });
    if (stack.side === undefined) break;
  }
  if (found.length === 0) throw new Error('every workspace is at least a package');
  return found;
}

async function readSide(ground: Ground, { stack, title }: Recognised, isOneOfSeveral: boolean): Promise<StackFacts> {
  const { reader, root, workspace } = ground;
  const outside = outsideOf(ground, stack);
  const reading: StackReading = outside === undefined ? await stack.read(ground) : await withoutJoints(ground, stack);
  const language = isOneOfSeveral ? languageOf(reading.joints) : undefined;
  const { id, side, build, refuses, ecosystem = USUAL } = stack;
  const facts = { id, title, side, builds: side, build, refuses, outside, ecosystem, notOwn: [] };
  if (language === undefined || language === workspace.language) return { ...facts, workspace, ...reading };
  // Its modules are written otherwise than the workspace as a whole: what it makes is written as they are.
  const own = workspace.inLanguage(language);
  return { ...facts, workspace: own, ...(await stack.read(new Ground(reader, root, own))) };
}

/** The language of the module that a side is started by; undefined for a component, or without one. */
function languageOf(joints: readonly Joint[]): 'ts' | 'js' | undefined {
  const boot = joints.find(({ name, state }) => name === 'app.boot' && state === 'present')?.file ?? '';
  const [, ending] = /\.[cm]?([jt]s)x?$/.exec(boot) ?? [];
  return ending === 'ts' || ending === 'js' ? ending : undefined;
}

/** "Angular 8 is older than Ligament knows: 17 to 21"; undefined for a version that the stack knows, or that cannot be told. */
function outsideOf(ground: Ground, { knows }: Stack): string | undefined {
  const version = knows && [knows.package].flat().flatMap((name) => ground.versionOf(name) ?? [])[0];
  const major = Number(version?.split('.')[0]);
  if (!knows || Number.isNaN(major) || (major >= knows.from && major <= knows.to)) return undefined;
  const range = knows.from === knows.to ? String(knows.from) : `${knows.from} to ${knows.to}`;
  return `${knows.title} ${major} is ${major < knows.from ? 'older' : 'newer'} than Ligament knows: ${range}`;
}

/** What is so of every workspace, and where its sources run. */
async function withoutJoints(ground: Ground, stack: Stack): Promise<StackReading> {
  const own = stack.readOutside?.(ground);
  if (own) return own;
  const traits = { ...PLAIN, sources: browserSources(ground) };
  const joints = await packageJoints(ground);
  if (stack.side !== 'browser') return { joints, traits };
  const folder = ground.names(ground.inHost('src')).length > 0 ? 'src' : '.';
  return { joints, traits: { ...traits, runtime: 'browser', outputs: ['dist', 'coverage'], folder } };
}

function hasServer({ joints, ecosystem }: StackFacts): boolean {
  return ecosystem !== USUAL || joints.some(({ name, state }) => name === 'server.handlers' && state !== 'blocked');
}

/** Folders that are sides' own: one that has the whole workspace for its folder has none. */
function foldersOf(sides: readonly StackFacts[]): string[] {
  return sides.map(({ traits }) => traits.folder).filter((folder) => folder !== '.');
}

/** What belongs to the whole workspace: joints that every package has, and what either side tells of sources and results. */
async function toolsOf(ground: Ground, first: StackFacts, second: StackFacts): Promise<StackFacts> {
  const sources = [...new Set([...first.traits.sources, ...second.traits.sources])];
  const outputs = [...new Set([...first.traits.outputs, ...second.traits.outputs])];
  const browser = first.side === 'browser' ? first : second;
  const { screen, folder } = browser.traits;
  const isMixed = first.ecosystem !== second.ecosystem;
  return {
    id: first.id,
    title: `${first.title}, ${second.title}`,
    side: 'tools',
    builds: undefined,
    workspace: ground.workspace,
    build: browser.build,
    // Variables are read by one of the sides: only that can say how.
    // And each manifest has scripts and settings of its own.
    joints: (await packageJoints(ground)).filter(
      ({ name }) => name !== 'environment.file' && !(isMixed && name.startsWith('manifest.')),
    ),
    ecosystem: isMixed ? undefined : first.ecosystem,
    traits: {
      ...browser.traits,
      sources,
      outputs,
      folder: '.',
      runtime: 'both',
      screen: screen && rebasedScreen(screen, folder, '.'),
    },
    notOwn: [],
  };
}
