import type { Doors } from '../../ports.ts';
import { EXIT, Problem } from '../../problem.ts';
import { recordOf, textsOf } from '../../records.ts';
import type { ComposerManifest } from './manifest.ts';

/** What packages run on here: PHP, its extensions, and Composer, each with its version. */
export interface Platform {
  versions: ReadonlyMap<string, string>;
  /** What the project has set in its place (`config.platform`). */
  set: ReadonlySet<string>;
}

// What is asked is put on one line of its own: an extension may say something before.
const PROGRAM = `
$all = ['php' => PHP_VERSION];
if (PHP_INT_SIZE === 8) { $all['php-64bit'] = PHP_VERSION; }
if (defined('AF_INET6')) { $all['php-ipv6'] = PHP_VERSION; }
foreach (get_loaded_extensions() as $name) {
  $version = phpversion($name);
  $all['ext-' . str_replace(' ', '-', strtolower($name))] = preg_match('/^\\\\d+(\\\\.\\\\d+)*/', (string) $version, $found) ? $found[0] : '0';
}
echo "\\n", json_encode($all), "\\n";`;

/** What runs here, asked of PHP itself, as the project's manifest has it. Throws a Problem (status 3) where PHP is not installed. */
export async function platformOf(
  { processes }: Pick<Doors, 'processes'>,
  root: string,
  manifest: Pick<ComposerManifest, 'platform'>,
): Promise<Platform> {
  const result = await processes.run('php', ['-d', 'display_errors=0', '-r', PROGRAM], {
    cwd: root,
    timeoutMs: 20_000,
  });
  const line = result.stdout.split('\n').findLast((one) => one.startsWith('{'));
  if (result.status !== 0 || line === undefined) throw notInstalled(result.failure);
  const versions = new Map(Object.entries(textsOf(recordOf(JSON.parse(line)))));
  for (const [name, version] of Object.entries(manifest.platform)) {
    const own = name.toLowerCase();
    if (version === false) versions.delete(own);
    else versions.set(own, version);
    if (own === 'php' && version !== false)
      for (const kind of ['php-64bit', 'php-ipv6']) if (versions.has(kind)) versions.set(kind, version);
  }
  return { versions, set: new Set(Object.keys(manifest.platform).map((name) => name.toLowerCase())) };
}

function notInstalled(failure: string | undefined): Problem {
  return new Problem({
    status: EXIT.refused,
    what: failure === 'ENOENT' ? 'PHP is not installed' : 'PHP does not start',
    why: 'which Composer packages fit depends on the PHP and the extensions that are installed here',
    next: 'Nothing was changed. Install PHP (its command-line program), so that php --version works, then run the command again.',
  });
}
