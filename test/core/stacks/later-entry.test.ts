import { expect, it } from 'vitest';
import { bareSides } from '../../../src/core/facts/bare.ts';
import { MemoryStackHost } from '../../support/stack-host.ts';

it('an entry that is computed, and loads the real one later, leads to what the app shows and to its sheet', async () => {
  const host = new MemoryStackHost('webpack-react-ts', {
    'webpack.config.js': `const path = require("path");
const srcDir = path.resolve(__dirname, "./app");

module.exports = (env, argv) => {
  const entry = path.join(srcDir, "entry.js");
  return { entry, plugins: [] };
};
`,
    'app/entry.js': 'import("./bootstrap");\n',
    'app/bootstrap.js':
      'import React from "react";\nimport ReactDOM from "react-dom";\nimport AppEntry from "./AppEntry";\n\nReactDOM.render(<AppEntry />, document.getElementById("root"));\n',
    'app/AppEntry.js': 'import App from "./App";\n\nexport default () => <App />;\n',
    'app/App.js': 'import "./plots.css";\n\nexport default () => <main />;\n',
    'app/plots.css': 'main { margin: 0; }\n',
  });
  const [side] = await bareSides(await host.open(), '.');
  const joint = (name: string) => side?.joints.find((one) => one.name === name);
  expect(joint('app.boot')).toMatchObject({ file: 'app/entry.js' });
  expect(joint('app.screen')).toMatchObject({ file: 'app/bootstrap.js', state: 'present' });
  expect(joint('styles.global')).toMatchObject({ file: 'app/plots.css', state: 'present' });
});
