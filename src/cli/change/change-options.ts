import type { GlobalOptions } from '../session.ts';
import type { PreviewFormat } from './show-file.ts';

export interface ChangeOptions extends GlobalOptions {
  commit: boolean;
  allowCommands?: boolean;
  recover: boolean;
  /** Files that hold secrets, by their choices. */
  secretFiles?: Record<string, string>;
  preview?: boolean;
  format?: PreviewFormat;
}
