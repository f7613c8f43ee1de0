import type { Outcome } from './pairs.ts';

const SIGNS: Record<Outcome['state'], string> = { proved: 'proved', refused: 'refused', failed: 'not yet' };

/** The page that shows by stack which integration is proved, refused, or not yet there; then each with its versions or its reason. */
export function renderSupport(outcomes: readonly Outcome[]): string {
  const stacks = [...new Set(outcomes.map(({ stack }) => stack))].sort();
  const integrations = [...new Set(outcomes.map(({ integration }) => integration))].sort();
  const at = (integration: string, stack: string): Outcome | undefined =>
    outcomes.find((one) => one.integration === integration && one.stack === stack);
  const lines = [
    '# Integrations by stack',
    '',
    'Made by `UPDATE_DOCS=1 npm run test:stacks`. What is **proved** was attached to a real project of that stack, proved with',
    "the project's own tools, attached again (no change) and taken out again (byte for byte). What is **adopted**, too, was",
    "recognised when Ligament's record of it was lost: nothing but the record would have been written. What is refused has its",
    'reason below.',
    '',
    `| | ${integrations.join(' | ')} |`,
    `|---|${integrations.map(() => '---').join('|')}|`,
    ...stacks.map((stack) => {
      const cells = integrations.map((integration) => {
        const one = at(integration, stack);
        return one === undefined ? '' : SIGNS[one.state] + (one.adopted ? ', adopted' : '');
      });
      return `| ${stack} | ${cells.join(' | ')} |`;
    }),
    '',
  ];
  for (const integration of integrations) {
    lines.push(`## ${integration}`, '');
    for (const stack of stacks) {
      const one = at(integration, stack);
      if (!one) continue;
      const packages = Object.entries(one.packages).map(([name, version]) => `${name} ${version}`);
      if (one.state === 'proved')
        lines.push(`- **${stack}**: ${one.words}${packages.length > 0 ? `, with ${packages.join(', ')}` : ''}`);
      else lines.push(`- ${stack}: ${one.state === 'failed' ? 'not yet' : one.words.replaceAll(/\s+/g, ' ')}`);
    }
    lines.push('');
  }
  return lines.join('\n');
}
