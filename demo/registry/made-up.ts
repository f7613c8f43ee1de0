import fs from 'node:fs';
import path from 'node:path';
import type { Shelf, ShelvedPackage } from './shelf.ts';

/** Packages that only exist to give hard cases: by name, then by version (in the order of publishing), the manifest's rest. */
export type MadeUpPackages = Record<string, Record<string, Record<string, unknown>>>;

/** Makes packages in a folder, each with a manifest and an empty module, and puts them on a shelf. */
export function madeUpShelf(packages: MadeUpPackages, folder: string, shelf: Shelf = new Map()): Shelf {
  for (const [name, versions] of Object.entries(packages)) {
    const onShelf = shelf.get(name) ?? new Map<string, ShelvedPackage>();
    for (const [version, rest] of Object.entries(versions)) {
      const place = path.join(folder, name.replace('/', '+'), version);
      const manifest = { name, version, ...rest };
      fs.mkdirSync(place, { recursive: true });
      fs.writeFileSync(path.join(place, 'package.json'), `${JSON.stringify(manifest, null, 2)}\n`);
      fs.writeFileSync(path.join(place, 'index.js'), 'export {};\n');
      onShelf.set(version, { name, version, folder: place, manifest });
    }
    shelf.set(name, onShelf);
  }
  return shelf;
}
