import { expect, it } from 'vitest';
import { MemoryStackHost } from '../../support/stack-host.ts';

const COMPOSE = `services:
  web:
    image: society/web
    environment:
      SOCIETY_PORT: 3200
      NODE_ENV: production
  mail:
    image: society/mail
    environment: [MAIL_NAME=post]
`;
const WORKFLOW = `on: push
env:
  - SOCIETY_PORT=3200
  - ACCOUNTS_ORIGIN
jobs: {}
`;
const ENV = { '.env': 'SOCIETY_PORT=3200\n' };

async function told(files: Record<string, string>): Promise<string[]> {
  const host = new MemoryStackHost('express5-one-js', files);
  return (await host.plan('passport')).warnings.filter((one) => one.includes('lists variables'));
}

it('a new variable is named where containers and pipelines list those of the app', async () => {
  const found = await told({ ...ENV, 'compose.yaml': COMPOSE, '.github/workflows/ship.yml': WORKFLOW });
  // What is listed already, and lists of something else, are not told of.
  expect(found).toMatchInlineSnapshot(`
    [
      "compose.yaml:4 lists variables of the environment: put SESSION_SECRET and ACCOUNTS_ORIGIN there by hand, if the app needs them there.",
      ".github/workflows/ship.yml:2 lists variables of the environment: put SESSION_SECRET there by hand, if the app needs it there.",
    ]
  `);
  expect(found.join('\n')).not.toContain('mail');
});

it('nothing is told where nothing of the app is listed, or where a file cannot be read', async () => {
  expect(await told({ 'compose.yaml': COMPOSE })).toEqual([]);
  expect(await told({ ...ENV, 'compose.yaml': 'services: [\n' })).toEqual([]);
  expect(await told(ENV)).toEqual([]);
});
