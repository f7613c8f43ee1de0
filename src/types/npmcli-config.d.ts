// The package ships no types; these are the parts that are used.
declare module '@npmcli/config' {
  export default class Config {
    constructor(options: Record<string, unknown>);
    load(): Promise<void>;
    get(key: string): unknown;
    /** Where a setting comes from: `default` where nobody has set it. */
    find(key: string): string | null;
    readonly flat: Record<string, unknown>;
  }
}
declare module '@npmcli/config/lib/definitions/index.js' {
  const settings: { definitions: unknown; shorthands: unknown; flatten: unknown; nerfDarts: unknown };
  export default settings;
}
