import type { GlobalOptions } from '../session.ts';
export interface ChangeOptions extends GlobalOptions {
  yes: boolean;
  install: boolean;
  offline: boolean;
  commit: boolean;
  allowCommands?: boolean;
  recover: boolean;
  /** Files that hold secrets, by their choices. */
  secretFiles?: Record<string, string>;
  prove?: boolean;
  preview?: boolean;
}
