declare const LIGAMENT_VERSION: string;

/** The program's version, put in when it is bundled. */
export function version(): string {
  return LIGAMENT_VERSION;
}
