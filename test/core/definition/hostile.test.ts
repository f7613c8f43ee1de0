import { describe, expect, it } from 'vitest';
import { parseDefinition } from '../../support/catalog.ts';
import { KIT_HEAD } from '../../support/kit-definition.ts';
import { Problem } from '../../../src/core/problem.ts';

const GOOD = `${KIT_HEAD}      garden-kit: { range: ^1.0.0, section: development }
    ties:
      - bundler.plugins:
          call: garden()
          from: { garden-kit: { default: garden } }
proofs: []
`;

/** Why a definition is not taken. */
function refusal(text: string): string {
  try {
    parseDefinition(text, 'integration.yaml');
  } catch (error) {
    if (Problem.is(error)) return error.parts.why ?? error.parts.what;
    throw error;
  }
  throw new Error('it was taken');
}

describe('a definition that means harm', () => {
  it('is told from one that does not', () => {
    expect(parseDefinition(GOOD, 'integration.yaml').integration).toBe('garden-kit');
  });

  const bomb = `a: &a [x, x]\n${Array.from({ length: 20 }, (_, n) => `b${n}: &b${n} [${`*${n === 0 ? 'a' : `b${n - 1}`}, `.repeat(9)}]`).join('\n')}\n`;

  it.each([
    [
      'a name that leads out of the project',
      GOOD.replace('integration: garden-kit', 'integration: ../../outside'),
      'integration cannot be',
    ],
    [
      'a name with an escape sequence',
      GOOD.replace('integration: garden-kit', 'integration: "kit\\e[2J"'),
      'integration cannot be',
    ],
    [
      'a package that is a path',
      GOOD.replace('      garden-kit:', '      ../../outside:'),
      'not a name that can stand here',
    ],
    [
      'a package that is a link',
      GOOD.replace('      garden-kit:', '      "https://example.org/x.tgz":'),
      'not a name that can stand here',
    ],
    ['a list that grows without end', `${GOOD}tell: *grow\n`, 'Unresolved alias'],
    ['a little text that becomes a lot', GOOD + bomb, 'alias'],
    ['deep nesting', `${GOOD}tell: ${'['.repeat(5000)}\n`, 'nested too deeply'],
    ['a large text', `${GOOD}# ${'x'.repeat(2_000_000)}\n`, 'too large'],
    ['a tag that makes code', `${GOOD}tell: [!!js/function 'x']\n`, 'Unresolved tag'],
    ['a prototype', `${GOOD}__proto__: { polluted: true }\n`, '__proto__'],
    ['half a character', GOOD.replace('title: Garden kit', 'title: "\\ud800"'), 'half a character'],
    [
      'code for a name',
      GOOD.replace('default: garden }', 'default: \'a } from "x"; evil(); import { b\' }'),
      'default cannot be',
    ],
    [
      'a secret that nobody is asked for',
      GOOD.replace('bundler.plugins', 'environment.file').replace(
        /call:[^]*?garden } }/,
        'variables: { GATE: { secret: key } }',
      ),
      'is not a choice that asks for a secret',
    ],
    [
      'a placeholder where a text must be',
      GOOD.replace('from: { garden-kit:', "from: { '{{scope}}':"),
      'can stay empty',
    ],
  ])('%s', (_what, text, why) => {
    expect(refusal(text)).toContain(why);
    expect(({} as Record<string, unknown>).polluted).toBeUndefined();
  });

  it('has no choice that is a prototype', () => {
    const why = refusal(`${GOOD}choices: { __proto__: { polluted: true } }\n`);
    expect(why).toContain('"__proto__" cannot be a name here');
    expect(({} as Record<string, unknown>).polluted).toBeUndefined();
  });
});
