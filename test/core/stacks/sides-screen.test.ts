import { expect, it } from 'vitest';
import { MemoryStackHost } from '../../support/stack-host.ts';

it('a test at the top of a package with a server and a browser app finds the component of the app', async () => {
  const host = new MemoryStackHost('express5-vite-react', {
    'index.html': '<div id="root"></div>\n<script type="module" src="/client/main.tsx"></script>\n',
    'client/main.tsx':
      'import { createRoot } from "react-dom/client";\nimport { Swap } from "./Swap";\n\ncreateRoot(document.getElementById("root")!).render(<Swap />);\n',
    'client/Swap.tsx': 'export const Swap = () => <h1>Swap</h1>;\n',
  });
  await host.attach('vitest');
  const [file = '', text = ''] = [...host.tree()].find(([one]) => /(^|\/)first\.test\./.test(one)) ?? [];
  const [, from = ''] = /Swap.*from ['"](\.[^'"]+)['"]/.exec(text) ?? [];
  const component = new URL(from, `file:///${file}`).pathname.slice(1);
  expect(component.replace(/\.tsx$/, '')).toBe('client/Swap');
});
