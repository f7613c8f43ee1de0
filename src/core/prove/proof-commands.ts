import type { ProofSpec } from '../definition/schema.ts';
import { fillText } from '../definition/fill.ts';
import { scriptCommand } from '../resolve/manager-commands.ts';
import type { Context } from '../context.ts';
import type { StackFacts } from '../stacks/stacks.ts';
import type { WorkspaceFacts } from '../survey/survey.ts';

/** Where a proof is made. */
export interface ProofPlace {
  context: Context;
  facts: WorkspaceFacts;
  stack: StackFacts;
  choices: Record<string, string>;
}

/** The commands that a proof runs in the copy, as a developer would type them. */
export function commandsOf(spec: ProofSpec, place: ProofPlace): string[] {
  switch (spec.proof) {
    case 'built-css':
      return [buildOf(place)];
    case 'page':
      return [buildOf(place), ...serveOf(place)];
    case 'http':
      return [...(needsBuild(place) ? [buildOf(place)] : []), ...serveOf(place)];
    case 'lint':
      return [typed([spec.program, ...spec.args], place)];
    case 'format':
      return [spec.write, spec.check, ...(spec.beside ?? [])].map((one) => `${typed(one, place)} …`);
    case 'run':
      return [typed(spec.run, place)];
    case 'commit':
      return ['git init, git add and git commit, through the hook'];
    case 'editor-settings':
      return [];
  }
}

/** Whether a proof has anything run, or put into the copy, that its definition alone has thought of. */
export function isOwnCode(spec: ProofSpec): boolean {
  switch (spec.proof) {
    case 'lint':
    case 'format':
    case 'run':
    case 'commit':
      return true;
    case 'page':
    case 'http': {
      const { plants = {}, ties = [] } = spec;
      const environment = spec.proof === 'http' ? (spec.environment ?? {}) : {};
      return Object.keys(plants).length + ties.length + Object.keys(environment).length > 0;
    }
    case 'built-css':
      return spec.sheet !== undefined;
    case 'editor-settings':
      return false;
  }
}

function typed(parts: readonly string[], { choices }: ProofPlace): string {
  return parts.map((part) => fillText(part, choices)).join(' ');
}

function needsBuild({ stack }: ProofPlace): boolean {
  const { serve, runtime } = stack.traits;
  return runtime !== 'server' || (serve !== undefined && 'build' in serve && serve.build);
}

function buildOf({ context, facts, stack }: ProofPlace): string {
  const { build } = facts.manifest.scripts;
  const { program = 'no build', args = [] } = stack.build ?? {};
  if (build === undefined) return [program, ...args].join(' ');
  const { command, args: given } = scriptCommand(context.facts.manager, 'build');
  return `${[command, ...given].join(' ')} (${build})`;
}

function serveOf({ stack }: ProofPlace): string[] {
  const { serve } = stack.traits;
  return serve && 'program' in serve ? [[serve.program, ...serve.args].join(' ').replace('{{port}}', '<port>')] : [];
}
