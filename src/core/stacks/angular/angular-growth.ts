import { standingComponents } from '../../joints/component-files.ts';
import type { Ground } from '../../joints/ground.ts';
import type { Growth } from '../../joints/growth.ts';
import { tablePages } from '../../joints/route-table.ts';

/** What grows in an app built with Angular (its docs: "Define routes"). */
export function angularGrowth(ground: Ground): Growth {
  return {
    pages: { pages: tablePages(ground, ['@angular/router']), plainText },
    components: standingComponents(ground, /\.component\.ts$/),
  };
}

function plainText({ pascal, sentence }: { pascal: string; sentence: string }): string {
  return `import { Component } from '@angular/core';\n\n@Component({ template: '<h1>${sentence}</h1>' })\nexport class ${pascal} {}\n`;
}
