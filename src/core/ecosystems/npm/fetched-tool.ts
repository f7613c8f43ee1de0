import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { cacheFolder } from '../../doors/cache-folder.ts';
import { loadConfig } from './npm-registry.ts';

const LARGEST = 64 << 20;
const LONGEST_MS = 60_000;

interface Dist {
  tarball: string;
  /** As in Subresource Integrity (section 3.1): SHA-512. */
  integrity: string;
}

/**
 * The folder of one version of a package, fetched once into the user's cache: nothing in it has been run, and nothing that a project says
 * has a part in where it comes from. Undefined where it is not there and cannot be had.
 */
export async function fetchedTool(
  name: string,
  version: string,
  environment: Readonly<Record<string, string | undefined>>,
  offline: boolean,
): Promise<string | undefined> {
  const place = path.join(cacheFolder(environment), 'tools', `${name.replace('/', '+')}-${version}`);
  if (fs.existsSync(path.join(place, 'package.json'))) return place;
  if (offline || !/^\d+\.\d+\.\d+[\w.+-]*$/.test(version)) return undefined;
  try {
    // Settings are looked for where there is no project.
    const config = await loadConfig(fs.realpathSync(os.tmpdir()), environment, true);
    const { default: registryFetch } = await import('npm-registry-fetch');
    const options = { ...config.flat, timeout: LONGEST_MS, retry: { retries: 0 } };
    const document = (await registryFetch.json(`/${encodeURIComponent(name).replace('%40', '@')}/${version}`, {
      ...options,
      spec: name,
    })) as { dist?: Partial<Dist> };
    const { tarball, integrity } = document.dist ?? {};
    if (tarball === undefined || integrity?.startsWith('sha512-') !== true) return undefined;
    const response = await registryFetch(tarball, { ...options, spec: name, integrity });
    const archive = Buffer.from(await response.arrayBuffer());
    if (archive.length > LARGEST) return undefined;
    return await unpack(archive, place);
  } catch {
    // What cannot be fetched is done without.
    return undefined;
  }
}

/** Unpacks a package's archive beside its place, and puts it there whole. */
async function unpack(archive: Buffer, place: string): Promise<string> {
  const parent = path.dirname(place);
  fs.mkdirSync(parent, { recursive: true, mode: 0o700 });
  const made = fs.mkdtempSync(path.join(parent, '.part-'));
  try {
    const file = path.join(made, 'archive.tgz');
    const folder = path.join(made, 'package');
    fs.writeFileSync(file, archive);
    fs.mkdirSync(folder);
    const { extract } = await import('tar');
    await extract({
      file,
      cwd: folder,
      strip: 1,
      filter: (_, entry) => !('type' in entry) || /^(File|Directory|OldFile)$/.test(entry.type),
    });
    if (!fs.existsSync(place)) fs.renameSync(folder, place);
  } finally {
    fs.rmSync(made, { recursive: true, force: true });
  }
  return place;
}
