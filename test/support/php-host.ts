import { createHash } from 'node:crypto';
import fs from 'node:fs';
import path from 'node:path';
import { strToU8, zipSync } from 'fflate';
import { TestHost } from './host.ts';

/** One version of a made-up package: what its composer.json says, and its files. */
export interface PhpPackage {
  require?: Record<string, string>;
  conflict?: Record<string, string>;
  replace?: Record<string, string>;
  type?: string;
  bin?: string[];
  extra?: object;
  autoload?: object;
  files?: Record<string, string>;
  /** The archive is not what the repository announces. */
  broken?: true;
}

export type PhpPackages = Record<string, Record<string, PhpPackage>>;

/** A project of PHP in a temporary folder, with a repository of made-up packages; Composer has settings and caches of its own. */
export class PhpHost extends TestHost {
  readonly repository: string;
  readonly home: string;

  constructor(files: Record<string, string>, packages: PhpPackages) {
    super(files);
    const top = path.dirname(this.root);
    this.repository = path.join(top, 'repository');
    this.home = path.join(top, 'composer-home');
    fs.mkdirSync(this.repository);
    fs.mkdirSync(this.home);
    Object.assign(this.environment, {
      COMPOSER_HOME: this.home,
      COMPOSER_CACHE_DIR: path.join(top, 'composer-cache'),
      COMPOSER_ALLOW_SUPERUSER: '1',
      COMPOSER_NO_INTERACTION: '1',
    });
    this.offer(packages);
    this.settings({
      repositories: [{ type: 'composer', url: `file://${this.repository}` }, { 'packagist.org': false }],
    });
  }

  /** Writes the user's own settings. */
  settings(settings: object): void {
    fs.writeFileSync(path.join(this.home, 'config.json'), JSON.stringify(settings));
  }

  /** Puts packages into the repository; those of before go. */
  offer(packages: PhpPackages): void {
    const all: [string, object][] = Object.entries(packages).map(([name, versions]) => [
      name,
      Object.fromEntries(Object.entries(versions).map(([version, one]) => [version, this.#entry(name, version, one)])),
    ]);
    fs.writeFileSync(
      path.join(this.repository, 'packages.json'),
      JSON.stringify({ packages: Object.fromEntries(all) }),
    );
  }

  /** Installs what the manifest requires, as its developer would. */
  override install(): void {
    const { status, stdout, stderr } = this.run('composer', ['update', '--no-plugins', '--no-scripts', '--no-audit']);
    if (status !== 0) throw new Error(stdout + stderr);
  }

  #entry(name: string, version: string, { files = {}, broken, ...manifest }: PhpPackage): object {
    const own = { name, version, ...manifest };
    const entries = { 'composer.json': JSON.stringify(own), ...files };
    const zip = zipSync(Object.fromEntries(Object.entries(entries).map(([file, text]) => [file, strToU8(text)])), {
      mtime: new Date('2026-01-01T00:00:00'),
    });
    const file = path.join(this.repository, `${name.replace('/', '-')}-${version}.zip`);
    fs.writeFileSync(file, zip);
    const shasum = createHash('sha1')
      .update(broken ? 'another' : zip)
      .digest('hex');
    return { ...own, dist: { type: 'zip', url: file, shasum } };
  }
}

/** Every file below a folder with its text, but for what Composer's loader is called by. */
export function filesIn(folder: string): Map<string, string> {
  const found = fs.existsSync(folder) ? fs.readdirSync(folder, { recursive: true, withFileTypes: true }) : [];
  const files = found.filter((one) => one.isFile()).map((one) => path.join(one.parentPath, one.name));
  return new Map(files.sort().map((file) => [path.relative(folder, file), fs.readFileSync(file, 'utf8')]));
}
