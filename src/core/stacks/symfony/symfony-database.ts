import path from 'node:path';
import type { Ground } from '../../joints/ground.ts';

const FOLDERS = ['config/packages', 'config/packages/dev', 'config/packages/test', 'config/packages/prod'];

/**
 * Whether the environment alone says which database is used: `DATABASE_URL`, in all settings that there are (Doctrine's docs, "Configuration
 * Reference", `dbal`). Where it does not, a copy of the app would work on the database of the app itself.
 */
export function isDatabaseTold(ground: Ground): boolean {
  const settings = FOLDERS.flatMap((folder) =>
    ground
      .names(ground.inHost(folder))
      .filter((name) => /\.(ya?ml|php|xml)$/.test(name))
      .map((name) => ground.text(ground.inHost(`${folder}/${name}`)) ?? ''),
  ).filter((text) => /\bdbal\b/.test(text));
  return settings.every((text) => {
    if (/\b(connections|host|path|dbname|unix_socket|replicas|memory)\s*['"]?\s*(:|=>)/.test(text)) return false;
    const addresses = [...text.matchAll(/\burl['"]?\s*(?::|=>)([^\n]*)/g)].map(([, value = '']) => value);
    const isBare = addresses.length === 0 && !/\bdriver\b/.test(text);
    return isBare || (addresses.length > 0 && addresses.every((value) => /env\((\w+:)*DATABASE_URL\)/.test(value)));
  });
}

/** A migration by its class, alone (DoctrineMigrationsBundle's docs, `doctrine:migrations:execute`): what else waits is the team's to run. */
export function doctrineMigration(file: string, text: string): { up: string[]; down: string[] } | undefined {
  const [, namespace] = /^namespace ([\w\\]+);/m.exec(text) ?? [];
  const [, name] = /\bclass (\w+) extends AbstractMigration\b/.exec(text) ?? [];
  if (namespace === undefined || name === undefined || path.posix.basename(file) !== `${name}.php`) return undefined;
  const execute = (way: string): string[] => [
    'doctrine:migrations:execute',
    way,
    `${namespace}\\${name}`,
    '--no-interaction',
  ];
  return { up: execute('--up'), down: execute('--down') };
}
