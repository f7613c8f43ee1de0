import { isBlocked } from '../../formats/php/arrays.ts';
import { chainOf, textGiven, type Called } from '../../formats/php/chains.ts';
import { readPhp, textOf, type Php, type PhpScript } from '../../formats/php/document.ts';
import { blockAt } from '../../formats/php/places.ts';
import type { Edit } from '../../edits/edit.ts';
import type { Ground } from '../../joints/ground.ts';
import type { Standing } from '../../joints/growth.ts';
import { useOf } from '../../joints/php-names.ts';

/** The file in which an app lists its own routes in PHP, host-relative; undefined where there is none. */
export function phpRoutesFile(ground: Ground): string | undefined {
  return ground.first([ground.inHost('config/routes.php')]);
}

/** A class that answers requests, with its name in its namespace. */
interface Answering {
  file: string;
  name: string;
  fullName: string;
}

/** The routes that an app lists in PHP, with the controllers that they lead to (Symfony's docs, "Creating Routes in … PHP Files"). */
export function phpRoutes(ground: Ground, controllers: readonly Answering[]): (Standing & { action: string })[] {
  const file = phpRoutesFile(ground);
  if (file === undefined) return [];
  const script = readPhp(ground.text(file) ?? '');
  if ('reason' in script) return [];
  return chainsIn(script).flatMap(({ statement, calls }): (Standing & { action: string })[] => {
    const [added] = calls;
    const shown = calls.find(({ name }) => name === 'controller')?.given[0];
    const called = textGiven(script, added?.given[0]);
    const address = textGiven(script, added?.given[1]);
    const by = shown && controllerIn(script, shown);
    const own = by && controllers.find(({ fullName }) => fullName === by.name);
    if (added?.name !== 'add' || !own || !called || !address?.startsWith('/') || /[{}%]/.test(address)) return [];
    const entry = { start: statement.start, end: statement.end };
    const brought = useOf(script, own.fullName);
    return [
      {
        address,
        action: by.action,
        file: own.file,
        name: own.name,
        called,
        listed: { file, entry, below: '/', form: 'statement', ...(brought ? { brought } : {}) },
      },
    ];
  });
}

/** The chains that the function of a file of routes has, each with its statement. */
export function chainsIn(script: PhpScript): { statement: Php; calls: Called[] }[] {
  const block = blockAt(script, 'returned');
  if (isBlocked(block)) return [];
  return block.statements.flatMap((statement) => {
    const chain = statement.kind === 'expression_statement' ? chainOf(script, statement.children[0]) : undefined;
    return chain?.root.kind === 'variable_name' ? [{ statement, calls: chain.calls }] : [];
  });
}

/** The edits that list a route of a class in PHP. */
export function phpListing(
  ground: Ground,
  file: string,
  {
    name,
    address,
    controller,
    action,
  }: { name: string; address: string; controller: string; action: string | undefined },
): Edit[] {
  const [, given = '$routes'] = /\bfunction\s?\(\s?[\w\\]{0,200}\s?(\$\w+)/.exec(ground.text(file) ?? '') ?? [];
  const own = `${controller.split('\\').at(-1) ?? controller}::class`;
  const shown = action === undefined ? own : `[${own}, '${action}']`;
  const code = `${given}->add('${name}', '${address}')\n    ->controller(${shown});`;
  return [
    { file, format: 'php', operation: { op: 'use', name: controller } },
    { file, format: 'php', operation: { op: 'statement', code, in: 'returned' } },
  ];
}

/** `[PlotController::class, 'index']`, a class that is called itself, or both as one text. */
function controllerIn(script: PhpScript, node: Php): { name: string; action: string } | undefined {
  const code = textOf(script, node);
  const [, local, action] =
    /^\[\s*([\w\\]+)::class\s*,\s*'(\w+)'\s*,?\s*\]$/.exec(code) ?? /^([\w\\]+)::class$/.exec(code) ?? [];
  if (local !== undefined)
    return { name: script.uses.get(local) ?? local.replace(/^\\/, ''), action: action ?? '__invoke' };
  const [name = '', method = '__invoke'] = (textGiven(script, node) ?? '').replaceAll('\\\\', '\\').split('::');
  return name === '' ? undefined : { name, action: method };
}
