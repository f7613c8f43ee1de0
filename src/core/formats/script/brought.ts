import { requiredModule } from './bindings.ts';
import type { NodeOf, Script } from './syntax.ts';

type ImportSpecifierNode = NodeOf<'ImportDeclaration'>['specifiers'][number];

/** The statement at the top of a script that brings a name in from a module. */
export interface Brought {
  from: string;
  statement: NodeOf<'ImportDeclaration' | 'VariableDeclaration'>;
  /** Of an import, the part of it that is the name's. */
  specifier?: ImportSpecifierNode | undefined;
}

/** How a script has a name: by an import, or by a variable that is all of a module (`const name = require('m')`). */
export function broughtAs(script: Script, name: string): Brought | undefined {
  for (const statement of script.program.body) {
    if (statement.type === 'ImportDeclaration') {
      const specifier = statement.specifiers.find(({ local }) => local.name === name);
      if (specifier) return { from: statement.source.value, statement, specifier };
    }
    if (statement.type !== 'VariableDeclaration') continue;
    const [only, other] = statement.declarations;
    const isMeant = !other && only?.id.type === 'Identifier' && only.id.name === name;
    const from = isMeant && only.init ? requiredModule(only.init) : undefined;
    if (from !== undefined) return { from, statement };
  }
  return undefined;
}
