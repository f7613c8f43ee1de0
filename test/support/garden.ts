import path from 'node:path';
import { madeUpShelf, type MadeUpPackages } from '../../demo/registry/made-up.ts';
import { openOfflineRegistry, type OfflineRegistry, type RegistryOptions } from '../../demo/registry/server.ts';
import { TestHost, type Run } from './host.ts';

/** A host of made-up packages with a registry of its own, which this process answers: its commands run asynchronously. */
export class Garden {
  readonly host: TestHost;
  readonly registry: OfflineRegistry;

  private constructor(host: TestHost, registry: OfflineRegistry) {
    this.host = host;
    this.registry = registry;
  }

  static async open(
    packages: MadeUpPackages,
    files: Record<string, string>,
    options: Partial<RegistryOptions> = {},
  ): Promise<Garden> {
    const host = new TestHost(files, 'http://127.0.0.1:9/');
    const top = path.dirname(host.root);
    const shelf = madeUpShelf(packages, path.join(top, 'shelf'));
    const registry = await openOfflineRegistry({ shelf, cache: path.join(top, 'tarballs'), ...options });
    host.environment.npm_config_registry = registry.url;
    host.environment.npm_config_cache = path.join(top, 'npm-cache');
    host.environment.npm_config_fetch_retries = '0';
    return new Garden(host, registry);
  }

  ligament(...args: string[]): Promise<Run> {
    return this.host.ligamentAsync(...args);
  }

  async npm(...args: string[]): Promise<Run> {
    const run = await this.host.runAsync('npm', args);
    if (run.status !== 0) throw new Error(`npm ${args.join(' ')}: ${run.stderr}`);
    return run;
  }

  async close(): Promise<void> {
    await this.registry.close();
    this.host.remove();
  }
}

/** The text of a manifest named "garden". */
export function gardenManifest(rest: Record<string, unknown> = {}): string {
  return `${JSON.stringify({ name: 'garden', version: '1.0.0', private: true, ...rest }, null, 2)}\n`;
}
