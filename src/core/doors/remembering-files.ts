import path from 'node:path';
import type { FileDoor } from '../ports.ts';

/**
 * Files of which each is asked about once: for commands that only look, while which nothing is taken to change. What lies in scratch
 * folders, where other programs write, is asked about anew each time.
 */
export function rememberingFiles(files: FileDoor): FileDoor {
  const scratch: string[] = [];
  const isScratch = (place: string): boolean =>
    scratch.some((one) => place === one || place.startsWith(one + path.sep));
  const once = <Answer>(ask: (place: string) => Answer): ((place: string) => Answer) => {
    const known = new Map<string, Answer>();
    return (place) => {
      const told = known.get(place);
      if (told !== undefined || known.has(place)) return told as Answer;
      const answer = ask(place);
      if (!isScratch(place)) known.set(place, answer);
      return answer;
    };
  };
  return {
    ...files,
    read: once((place) => files.read(place)),
    kind: once((place) => files.kind(place)),
    list: once((place) => files.list(place)),
    real: once((place) => files.real(place)),
    status: once((place) => files.status(place)),
    scratchFolder(prefix) {
      const made = files.scratchFolder(prefix);
      scratch.push(made, files.real(made));
      return made;
    },
  };
}
