import type { ProofTask } from '../change/proof.ts';
import { fillText } from '../definition/fill.ts';
import { kindOf, type CommandPlace, type ProofKinds, type ProofSpec } from '../definition/proof-kind.ts';
import { workOf } from '../ecosystems/works.ts';
import type { Context } from '../host/context.ts';
import type { StackFacts } from '../stacks/sides.ts';
import type { WorkspaceFacts } from '../survey/survey.ts';

/** Where a proof is made. */
export interface ProofPlace {
  context: Context;
  facts: WorkspaceFacts;
  stack: StackFacts;
  choices: Record<string, string>;
}

/** What a kind of proof says of one proof: in words, what it runs, and where it stands among others. */
export function aboutProof(
  spec: ProofSpec,
  kinds: ProofKinds,
  place: ProofPlace,
): Pick<ProofTask, 'words' | 'ownCode' | 'order' | 'runs'> {
  const { describe, isOwnCode, commands, order } = kindOf(kinds, spec);
  const own = spec as never;
  return {
    words: describe(own, place.facts.folder === '.' ? 'the project' : place.facts.folder),
    ownCode: isOwnCode(own),
    order,
    runs: commands(own, commandPlace(place)),
  };
}

function commandPlace({ context, facts, stack, choices }: ProofPlace): CommandPlace {
  const { serve, runtime, console: own, routeList } = stack.traits;
  return {
    build: buildOf(context, facts, stack),
    serve:
      serve && 'program' in serve ? [serve.program, ...serve.args].join(' ').replace('{{port}}', '<port>') : undefined,
    lists: routeList && [typedProgram('console', own), ...(routeList.asks[0] ?? [])].join(' '),
    isBuilt: runtime !== 'server' || (serve !== undefined && 'build' in serve && serve.build),
    typed: ([program = '', ...args]) =>
      [typedProgram(program, own), ...args].map((part) => fillText(part, choices)).join(' '),
  };
}

/** A program as people type it: the framework's own console is a file of the project. */
export function typedProgram(program: string, own: string | undefined): string {
  return program === 'console' && own !== undefined ? `php ${own}` : program;
}

function buildOf(context: Context, facts: WorkspaceFacts, stack: StackFacts): string {
  const { build } = facts.manifest.scripts;
  const { program = 'no build', args = [] } = stack.build ?? {};
  if (build === undefined) return [program, ...args].join(' ');
  const { command, args: given } = workOf(facts).script(context.facts.manager, 'build');
  return `${[command, ...given].join(' ')} (${build})`;
}
