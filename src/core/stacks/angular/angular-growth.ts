import { componentGrowth } from '../../joints/component-files.ts';
import { lazyAngular } from '../../joints/lazy-entries.ts';
import { layoutName, layoutStem } from '../../joints/plain-parts.ts';
import type { Ground } from '../../joints/ground.ts';
import type { Growth, KindGrowth, PlainName } from '../../joints/growth.ts';
import { tableLayout, type LayoutForm } from '../../joints/table-layout.ts';
import { tablePages } from '../../joints/route-table.ts';
import { declaredInModule } from './declared-in-module.ts';

/** What grows in an app built with Angular (its docs: "Define routes", "Components"). */
export function angularGrowth(ground: Ground): Growth {
  const alsoNamed: KindGrowth['alsoNamed'] = (others, subject) => declaredInModule(ground, others, subject);
  return {
    page: () => ({
      standing: tablePages(ground, ['@angular/router']),
      plainText: plainPage,
      alsoNamed,
      lazily: lazyAngular,
    }),
    layout: () => tableLayout(ground, tablePages(ground, ['@angular/router']), layoutForm(ground)),
    component: () => components(ground, alsoNamed),
  };
}

function components(ground: Ground, alsoNamed: KindGrowth['alsoNamed']): KindGrowth {
  const found = componentGrowth(ground, /\.component\.ts$/);
  const said = found.standing.flatMap(
    ({ file }) => /\bstandalone:\s*(?:true|false)/.exec(ground.text(file) ?? '')?.[0] ?? [],
  );
  // Up to the eighteenth version components had to say that they stand alone; before the fourteenth none could.
  const alone = said[0] ?? (found.standing.length === 0 && majorOf(ground) < 19 ? 'standalone: true' : undefined);
  const first: KindGrowth['first'] = ({ kebab }) => ({
    file: ground.inHost(`src/app/${kebab}/${kebab}.component.ts`),
    ties: [],
  });
  return {
    ...found,
    plainText: (name) => plainComponent(name, alone),
    alsoNamed,
    ...(majorOf(ground) < 14 ? {} : { first }),
  };
}

function plainPage({ pascal, sentence }: PlainName): string {
  return `import { Component } from '@angular/core';\n\n@Component({ template: '<h1>${sentence}</h1>' })\nexport class ${pascal} {}\n`;
}

function plainComponent({ pascal, kebab, sentence }: PlainName, alone: string | undefined): string {
  const own = alone === undefined ? '' : `  ${alone},\n`;
  return `import { Component } from '@angular/core';\n\n@Component({\n${own}  selector: 'app-${kebab}',\n  template: '<div>${sentence}</div>',\n})\nexport class ${pascal}Component {}\n`;
}

/** Angular, "Nested routes": an entry without a path of its own shows what is around those below it. */
function layoutForm(ground: Ground): LayoutForm {
  return {
    reads: /\b(component|loadComponent)\s*:/,
    members: (shown) => ["path: ''", `component: ${shown}`],
    import: (name, from) => ({ from, named: { [name]: name } }),
    named: (name) => ({ shown: layoutName(name), file: `${layoutStem(name)}-layout.ts` }),
    plainText: (name) =>
      `import { Component } from '@angular/core';\nimport { RouterOutlet } from '@angular/router';\n\n@Component({\n${majorOf(ground) < 19 ? '  standalone: true,\n' : ''}  imports: [RouterOutlet],\n  template: '<router-outlet />',\n})\nexport class ${layoutName(name)} {}\n`,
  };
}

function majorOf(ground: Ground): number {
  return Number.parseInt(ground.versionOf('@angular/core') ?? '', 10);
}
