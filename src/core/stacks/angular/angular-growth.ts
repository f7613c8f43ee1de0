import { componentGrowth } from '../../joints/component-files.ts';
import type { Ground } from '../../joints/ground.ts';
import type { Growth, KindGrowth, Loaded, PlainName } from '../../joints/growth.ts';
import { tablePages } from '../../joints/route-table.ts';
import { declaredInModule } from './declared-in-module.ts';

/** What grows in an app built with Angular (its docs: "Define routes", "Components"). */
export function angularGrowth(ground: Ground): Growth {
  const alsoNamed: KindGrowth['alsoNamed'] = (others, subject) => declaredInModule(ground, others, subject);
  return {
    page: () => ({ standing: tablePages(ground, ['@angular/router']), plainText: plainPage, alsoNamed, lazily }),
    component: () => ({ ...componentGrowth(ground, /\.component\.ts$/), plainText: plainComponent, alsoNamed }),
  };
}

function plainPage({ pascal, sentence }: PlainName): string {
  return `import { Component } from '@angular/core';\n\n@Component({ template: '<h1>${sentence}</h1>' })\nexport class ${pascal} {}\n`;
}

function plainComponent({ pascal, kebab, sentence }: PlainName): string {
  return `import { Component } from '@angular/core';\n\n@Component({\n  selector: 'app-${kebab}',\n  template: '<div>${sentence}</div>',\n})\nexport class ${pascal}Component {}\n`;
}

/** Angular, "Lazily loaded components and routes". */
function lazily(entry: string, { name, from }: Loaded): string | undefined {
  const shown = new RegExp(`\\bcomponent:\\s*${name}\\b`);
  const load = `loadComponent: () => import(${from}).then((module) => module.${name})`;
  return shown.test(entry) ? entry.replace(shown, () => load) : undefined;
}
