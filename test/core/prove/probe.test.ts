import { expect, it } from 'vitest';
import type { ProvedSide } from '../../../src/core/definition/proof-kind.ts';
import { byEnvironmentFiles } from '../../../src/core/joints/public-environment.ts';
import { probe } from '../../../src/core/prove/probe/probe.ts';

const SPEC = {
  proof: 'probe' as const,
  imports: [{ file: '{{folder}}/kit', default: 'kit', named: { sign: 'label' } }],
  code: 'kit.start();',
  value: 'label',
  shows: 'green',
  checks: 'the sign is green',
};
const on = (shows: ProvedSide['shows'], spec: object = SPEC): { proof: string; plants: Record<string, string> } =>
  probe.becomes({ ...SPEC, ...spec }, { shows }) as never;
const planted = ({ plants }: { plants: Record<string, string> }): string => Object.values(plants).join('');

it('is planted where the stack at hand loads a module', () => {
  expect(on('server')).toMatchObject({ proof: 'http', says: 'green', checks: SPEC.checks });
  expect(planted(on('server'))).toBe(
    "import kit, { sign as label } from './kit.js';\n\nkit.start();\nconsole.log(label);\n",
  );
  expect(on('module')).toMatchObject({ proof: 'page', visit: '/', shows: 'green', ties: [{ at: 'app.boot' }] });
  expect(planted(on('module'))).toMatch(/^\{\{client\}\}\nimport kit, \{ sign as label \} from '.\/kit';/);
  expect(on('component')).toMatchObject({ proof: 'page', shows: 'green', ties: [{ at: 'app.around' }] });
  expect(planted(on('build'))).toContain('if (!found.includes("green")) throw new Error(found);');
});

it('is looked for in the page where it has no value that could be checked during the build', () => {
  expect(on('build')).not.toHaveProperty('shows');
  const without = on('build', { value: undefined });
  expect(without).toMatchObject({ proof: 'page', shows: 'green' });
  expect(planted(without)).not.toContain('found');
});

it('is told its variables, and in a build one that nobody may see', () => {
  expect(on('module', { public: { ADDRESS: 'here' } })).toMatchObject({
    public: { ADDRESS: 'here' },
    hides: 'buried-{{number}}',
  });
  expect(on('server', { public: { ADDRESS: 'here' } })).toMatchObject({ environment: { ADDRESS: 'here' } });
});

it('a build is told variables under the names that browsers get, behind what an environment file says', () => {
  const { code, told } = byEnvironmentFiles('import.meta.env.VITE_');
  expect(code('ADDRESS')).toBe('import.meta.env.VITE_ADDRESS');
  const textOf = (file: string) => (file === '.env' ? 'MODE=garden' : undefined);
  const lines = 'VITE_ADDRESS=here\nHIDDEN=buried\n';
  expect(told({ ADDRESS: 'here' }, { HIDDEN: 'buried' }, textOf)).toEqual({
    '.env': `MODE=garden\n${lines}`,
    '.env.production.local': lines,
  });
});
