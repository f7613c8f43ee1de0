import { spawn } from 'node:child_process';
import { freePort } from '../../src/core/prove/serve.ts';
import type { StackHost } from './work.ts';

/** Parts that grow in real hosts: what is asked for, and the address at which the app answers then. */
interface Part {
  words: readonly string[];
  id: string;
  answers?: string;
}

const PAGE: Part = { words: ['page', 'Seed swaps'], id: 'page:SeedSwaps', answers: '/seed-swaps' };
const COMPONENT: Part = { words: ['component', 'PriceTag'], id: 'component:PriceTag' };
const BUNDLE: Part = {
  words: ['bundle', 'SeedBank', '--at', '/seed-bank'],
  id: 'bundle:SeedBank',
  answers: '/seed-bank',
};
const ENDPOINT: Part = {
  words: ['endpoint', 'Seeds', '--at', '/api/seeds'],
  id: 'endpoint:Seeds',
  answers: '/api/seeds',
};
const MIDDLEWARE: Part = { words: ['middleware', 'TrimHeaders'], id: 'middleware:TrimHeaders' };

// What it asks the database for is tried by hand: no driver is taken for granted here.
const LIST: Part = { words: ['list-page', 'User', '--at', '/members'], id: 'list-page:User' };

// By what begins a host's name.
const PARTS: Record<string, readonly Part[]> = {
  symfony: [PAGE, ENDPOINT, COMPONENT, BUNDLE],
  symfony74: [LIST],
  laravel: [PAGE, ENDPOINT, COMPONENT, MIDDLEWARE],
  laravel12: [LIST],
};

/**
 * Grows parts in a host one after the other, has the app answer for real with each, and takes them out again: then it answers as it did,
 * and no byte is other than before. What does not hold, in words.
 */
export async function tryParts(host: StackHost): Promise<string[]> {
  const parts = Object.entries(PARTS).flatMap(([id, some]) => (host.id.startsWith(id) ? some : []));
  const before = host.tree();
  const wrong: string[] = [];
  const expect = (holds: boolean, words: string): void => {
    if (!holds) wrong.push(`${host.id}: ${words}`);
  };
  for (const { words, id, answers } of parts) {
    const grown = await host.ligament('grow', ...words, '--yes');
    expect(grown.status === 0, `grow ${words.join(' ')}: ${grown.stdout}${grown.stderr}`);
    const checked = await host.check();
    expect(checked === undefined, `with ${id}: ${checked ?? ''}`);
    if (answers !== undefined) expect((await statusOf(host, answers)) === 200, `${answers} does not answer with ${id}`);
    const again = await host.ligament('grow', ...words, '--yes');
    expect(again.stdout.includes('has grown already'), `grow ${words.join(' ')} again: ${again.stdout}`);
    const left = await host.ligament('detach', id, '--yes');
    expect(left.status === 0, `detach ${id}: ${left.stdout}${left.stderr}`);
    if (answers !== undefined) expect((await statusOf(host, answers)) === 404, `${answers} answers without ${id}`);
    expect(sameTree(host.tree(), before), `${id} has left something behind: ${host.changes()}`);
  }
  return wrong;
}

function sameTree(one: ReadonlyMap<string, string>, other: ReadonlyMap<string, string>): boolean {
  return one.size === other.size && [...one].every(([file, text]) => other.get(file) === text);
}

const MOST_TRIES = 50;

/** What the app in its own folder answers at an address, started for this alone. */
async function statusOf(host: StackHost, address: string): Promise<number> {
  const port = await freePort();
  const server = spawn('php', ['-d', 'variables_order=EGPCS', '-S', `127.0.0.1:${String(port)}`, '-t', 'public'], {
    cwd: host.root,
    stdio: 'ignore',
    env: {
      ...process.env,
      APP_KEY: `base64:${Buffer.from('for tests only, of no use besides').subarray(0, 32).toString('base64')}`,
      SESSION_DRIVER: 'array',
      CACHE_STORE: 'array',
      CACHE_DRIVER: 'array',
    },
  });
  try {
    for (let tries = 0; tries < MOST_TRIES; tries += 1) {
      await new Promise((resolve) => setTimeout(resolve, 100));
      const response = await fetch(`http://127.0.0.1:${String(port)}${address}`).catch(() => undefined);
      if (response) return response.status;
    }
    return 0;
  } finally {
    server.kill();
  }
}
