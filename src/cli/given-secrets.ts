const PREFIX = 'LIGAMENT_SECRET_';
// Parts of the bundled program share nothing else.
const PLACE = Symbol.for('ligament.given-secrets');

type Held = typeof globalThis & { [PLACE]?: Map<string, string> };

/** Takes the secrets out of the environment, at the very start: no program that is started later is handed any of them. */
export function takeSecrets(): void {
  const held = new Map<string, string>();
  for (const [name, value] of Object.entries(process.env)) {
    if (!name.startsWith(PREFIX) || value === undefined) continue;
    held.set(name, value);
    // eslint-disable-next-line @typescript-eslint/no-dynamic-delete -- it must be gone from what children get
    delete process.env[name];
  }
  (globalThis as Held)[PLACE] = held;
}

/** The secret that was given by a variable of the environment; undefined where none was. */
export function givenSecret(variable: string): string | undefined {
  return (globalThis as Held)[PLACE]?.get(variable);
}
