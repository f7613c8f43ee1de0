import path from 'node:path';
import { recordOf } from '../../records.ts';
import { nodeReader } from '../../doors/node-reader.ts';

type Environment = Readonly<Record<string, string | undefined>>;

/** What the settings of other managers than npm say of registries, as options of npm's registry client. */
export async function managerSettings(hostRoot: string, environment: Environment): Promise<Record<string, unknown>> {
  return { ...(await pnpmSettings(hostRoot, environment)), ...(await yarnSettings(hostRoot, environment)) };
}

/** pnpm reads `.npmrc` too; from its line 11 on also its own environment, and `registries` in its workspace file. */
async function pnpmSettings(hostRoot: string, environment: Environment): Promise<Record<string, unknown>> {
  const { registries } = await readSettings(path.join(hostRoot, 'pnpm-workspace.yaml'), {});
  const options: Record<string, unknown> = {};
  for (const [scope, registry] of Object.entries(recordOf(registries)))
    if (typeof registry === 'string') options[scope === 'default' ? 'registry' : `${scope}:registry`] = registry;
  const own = environment.pnpm_config_registry ?? environment.PNPM_CONFIG_REGISTRY;
  if (own !== undefined) options.registry = own;
  return options;
}

/**
 * What a host's `.yarnrc.yml` and yarn's environment say of registries, as options of npm's registry client (yarn's
 * settings `npmRegistryServer`, `npmAuthToken`, `npmScopes`, `npmRegistries`). Empty where there is nothing.
 */
async function yarnSettings(hostRoot: string, environment: Environment): Promise<Record<string, unknown>> {
  const settings = await readSettings(path.join(hostRoot, '.yarnrc.yml'), environment);
  const server = environment.YARN_NPM_REGISTRY_SERVER ?? text(settings.npmRegistryServer);
  const token = environment.YARN_NPM_AUTH_TOKEN ?? text(settings.npmAuthToken);
  const options: Record<string, unknown> = {};
  const allow = (registry: string | undefined, secret: string | undefined): void => {
    // The form in which npm's client looks credentials up: by the registry's address without its protocol.
    if (registry !== undefined && secret !== undefined)
      options[`${registry.replace(/^https?:/, '').replace(/\/?$/, '/')}:_authToken`] = secret;
  };
  if (server !== undefined) options.registry = server;
  allow(server, token);
  for (const [scope, value] of Object.entries(recordOf(settings.npmScopes))) {
    const registry = text(recordOf(value).npmRegistryServer);
    if (registry !== undefined) options[`@${scope}:registry`] = registry;
    allow(registry, text(recordOf(value).npmAuthToken));
  }
  for (const [registry, value] of Object.entries(recordOf(settings.npmRegistries)))
    allow(registry.startsWith('//') ? `https:${registry}` : registry, text(recordOf(value).npmAuthToken));
  return options;
}

async function readSettings(file: string, environment: Environment): Promise<Record<string, unknown>> {
  const bytes = nodeReader.read(file);
  if (!bytes) return {};
  const { parse } = await import('yaml');
  try {
    // "${NAME}" and "${NAME:-else}" stand for environment variables.
    const filled = Buffer.from(bytes)
      .toString('utf8')
      .replace(/\$\{(\w+)(?::?-([^}]*))?\}/g, (_, name: string, other?: string) => environment[name] ?? other ?? '');
    return recordOf(parse(filled, { maxAliasCount: 0, logLevel: 'error' }));
  } catch {
    // The manager itself tells what is wrong with its settings.
    return {};
  }
}

function text(value: unknown): string | undefined {
  return typeof value === 'string' ? value : undefined;
}
