import path from 'node:path';
import { describe, expect, it } from 'vitest';
import { LOCK, viewLock } from '../../../src/core/apply/lock-view.ts';
import type { Doors } from '../../../src/core/ports.ts';
import type { MemoryFiles } from '../../support/memory-files.ts';
import { memoryDoors, memoryHost, ROOT } from '../../support/memory-host.ts';

const file = path.join(ROOT, LOCK);
const TEXT = {
  lock: 1,
  id: '0123456789abcdef0123456789abcdef',
  what: 'attach tailwindcss',
  since: '2026-11-23T10:00:00.000Z',
  user: 'somebody',
  holder: { machine: 'shed', boot: '', namespace: '', pid: 4_000_000, started: '1' },
};

/** A host with a lock whose holder has ended. */
function lockedHost(): { memory: MemoryFiles; doors: Doors } {
  const memory = memoryHost();
  memory.door.makeFolder(path.dirname(file));
  memory.files.set(file, Buffer.from(JSON.stringify(TEXT)));
  const doors = memoryDoors(memory);
  return { memory, doors: { ...doors, processes: { ...doors.processes, state: () => 'ended' } } };
}

describe('a lock whose record is gone', () => {
  it('is free where it was given back while it was looked at', () => {
    const { memory, doors } = lockedHost();
    const { files } = doors;
    doors.files = {
      ...files,
      read(place) {
        const bytes = files.read(place);
        // Its holder ends at this moment.
        if (place === file) memory.files.delete(file);
        return bytes;
      },
    };
    expect(viewLock(doors, ROOT)).toEqual({ state: 'free' });
  });

  it('belongs to nobody who can be told where it stays', () => {
    expect(viewLock(lockedHost().doors, ROOT).state).toBe('lost');
  });
});
