import { describe, expect, it } from 'vitest';
import { grown } from '../../support/grown.ts';
import { MemoryStackHost } from '../../support/stack-host.ts';

describe('a page that other modules name grows', () => {
  it('handed on by a module of all pages, and named in the import that brings them', async () => {
    const page = (name: string, title: string): string =>
      `export function ${name}Page() {\n  return <h1>${title}</h1>;\n}\n`;
    const host = new MemoryStackHost('vite-react-ts', {
      'src/routes.tsx': `import { createBrowserRouter } from 'react-router';
import { BedsPage, HomePage, RulesPage } from './pages';

export const router = createBrowserRouter([
  { path: '/', element: <HomePage /> },
  { path: '/beds', element: <BedsPage />, loader: () => fetch('/api/beds') },
  { path: '/rules', element: <RulesPage /> },
  { path: '*', element: <p>Nothing here.</p> },
]);
`,
      'src/pages/index.ts': "export * from './BedsPage';\nexport * from './HomePage';\nexport * from './RulesPage';\n",
      'src/pages/HomePage.tsx': page('Home', 'Welcome'),
      'src/pages/BedsPage.tsx': page('Beds', 'Beds'),
      'src/pages/RulesPage.tsx': page('Rules', 'Rules'),
    });
    const changed = await grown(host, 'SeedSwap');
    expect([...changed.keys()]).toEqual(['src/pages/SeedSwapPage.tsx', 'src/pages/index.ts', 'src/routes.tsx']);
    expect(changed.get('src/routes.tsx')).toContain(
      "import { BedsPage, HomePage, RulesPage, SeedSwapPage } from './pages';",
    );
    expect(changed.get('src/routes.tsx')).toContain(`  { path: '/rules', element: <RulesPage /> },
  { path: '/seed-swap', element: <SeedSwapPage /> },
  { path: '*',`);
    expect(changed.get('src/pages/index.ts')).toBe(
      "export * from './BedsPage';\nexport * from './HomePage';\nexport * from './RulesPage';\nexport * from './SeedSwapPage';\n",
    );
    expect(changed.get('src/pages/SeedSwapPage.tsx')).toBe(page('SeedSwap', 'Seed swap'));
  });

  it('declared in the module that declares its neighbours', async () => {
    const component = (name: string, kebab: string): string =>
      `import { Component } from '@angular/core';\n\n@Component({\n  selector: 'hv-${kebab}',\n  standalone: false,\n  templateUrl: './${kebab}.component.html',\n})\nexport class ${name}Component {}\n`;
    const at = (name: string, kebab: string, title: string): Record<string, string> => ({
      [`src/app/pages/${kebab}/${kebab}.component.ts`]: component(name, kebab),
      [`src/app/pages/${kebab}/${kebab}.component.html`]: `<h1>${title}</h1>\n`,
    });
    const module = (imports: string, declared: string): string => `import { NgModule } from '@angular/core';
import { BrowserModule } from '@angular/platform-browser';

import { AppRoutingModule } from './app-routing.module';
import { AppComponent } from './app.component';
import { BedsComponent } from './pages/beds/beds.component';
import { FruitTreesComponent } from './pages/fruit-trees/fruit-trees.component';
${imports}
@NgModule({
  declarations: [
    AppComponent,
    BedsComponent,
    FruitTreesComponent${declared}
  ],
  imports: [BrowserModule, AppRoutingModule],
  bootstrap: [AppComponent],
})
export class AppModule {}
`;
    const host = new MemoryStackHost('angular17-module-ts', {
      'src/app/app-routing.module.ts': `import { NgModule } from '@angular/core';
import { RouterModule, Routes } from '@angular/router';
import { BedsComponent } from './pages/beds/beds.component';
import { FruitTreesComponent } from './pages/fruit-trees/fruit-trees.component';

const routes: Routes = [
  { path: 'beds', component: BedsComponent },
  { path: 'fruit-trees', component: FruitTreesComponent, canDeactivate: [] },
];

@NgModule({
  imports: [RouterModule.forRoot(routes)],
  exports: [RouterModule],
})
export class AppRoutingModule {}
`,
      'src/app/app.module.ts': module('', ''),
      ...at('Beds', 'beds', 'Beds'),
      ...at('FruitTrees', 'fruit-trees', 'Fruit trees'),
    });
    const changed = await grown(host, 'SeedSwap');
    expect([...changed.keys()]).toEqual([
      'src/app/app-routing.module.ts',
      'src/app/app.module.ts',
      'src/app/pages/seed-swap/seed-swap.component.html',
      'src/app/pages/seed-swap/seed-swap.component.ts',
    ]);
    expect(changed.get('src/app/app.module.ts')).toBe(
      module(
        "import { SeedSwapComponent } from './pages/seed-swap/seed-swap.component';\n",
        ',\n    SeedSwapComponent',
      ),
    );
    expect(changed.get('src/app/app-routing.module.ts')).toContain(
      "canDeactivate: [] },\n  { path: 'seed-swap', component: SeedSwapComponent },\n];",
    );
    expect(changed.get('src/app/pages/seed-swap/seed-swap.component.ts')).toBe(component('SeedSwap', 'seed-swap'));
  });

  it('in a list that the app reads by itself, below the address that its entries begin at', async () => {
    const page = (name: string, title: string): string =>
      `import React from 'react';\n\nexport default function ${name}() {\n  return <h2>${title}</h2>;\n}\n`;
    const host = new MemoryStackHost('react-scripts-js', {
      'src/index.js': `import { BrowserRouter, Route, Switch } from 'react-router-dom';
import Admin from './layouts/Admin.js';
import Help from './layouts/Help.js';

ReactDOM.render(
  <BrowserRouter>
    <Switch>
      <Route path="/admin" component={Admin} />
      <Route path="/help" component={Help} />
    </Switch>
  </BrowserRouter>,
  document.getElementById('root'),
);
`,
      'src/layouts/Admin.js': page('Admin', 'Admin').replace(
        "import React from 'react';",
        "import React from 'react';\nimport { Route } from 'react-router-dom';\nimport routes from '../routes.js';",
      ),
      'src/layouts/Help.js': page('Help', 'Help'),
      'src/routes.js': `import Beds from './views/Beds.js';
import WaterButts from './views/WaterButts.js';

const routes = [
  { path: '/beds', name: 'Beds', icon: 'bed', component: Beds, layout: '/admin' },
  { path: '/water-butts', name: 'Water butts', icon: 'drop', component: WaterButts, layout: '/admin' },
];

export default routes;
`,
      'src/views/Beds.js': page('Beds', 'Beds'),
      'src/views/WaterButts.js': page('WaterButts', 'Water butts'),
    });
    const changed = await grown(host, 'SeedSwap', '/admin/seed-swap');
    expect(changed.get('src/routes.js')).toContain(
      "  { path: '/seed-swap', name: 'Seed swap', icon: 'bed', component: SeedSwap, layout: '/admin' },\n];",
    );
    expect([...changed.keys()]).toEqual(['src/routes.js', 'src/views/SeedSwap.js']);
  });
});
