import { spawn } from 'node:child_process';
import path from 'node:path';
import { projectRoot } from './open.ts';

/** The offline registry as a process of its own, for who waits for other programs or times them. Throws where it ends before it answers. */
export function startRegistry(): Promise<{ url: string; stop: () => void }> {
  const child = spawn(process.execPath, [path.join(projectRoot(), 'build/registry.js'), '0'], {
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  return new Promise((done, failed) => {
    let said = '';
    child.on('error', failed);
    child.on('exit', () => failed(new Error('the offline registry has ended')));
    child.stdout.on('data', (chunk: Buffer) => {
      said += chunk.toString();
      const url = /http:\S+/.exec(said)?.[0];
      if (url) done({ url, stop: () => child.kill() });
    });
  });
}
