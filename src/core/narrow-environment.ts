import type { Doors } from './ports.ts';

type Environment = Doors['environment'];

// docs/safety.md lists these: what a program needs to find its files, its language and its caches. Nothing that lets anybody in.
const HANDED_DOWN =
  /^(PATH|HOME|USER|LOGNAME|SHELL|LANG|LANGUAGE|LC_\w+|TZ|TERM|TMPDIR|TMP|TEMP|LD_LIBRARY_PATH|DYLD_LIBRARY_PATH|NODE_OPTIONS|NODE_EXTRA_CA_CERTS|JAVA_HOME|XDG_(CACHE|CONFIG|DATA)_HOME|XDG_RUNTIME_DIR|npm_config_cache|YARN_CACHE_FOLDER|YARN_GLOBAL_FOLDER|YARN_ENABLE_GLOBAL_CACHE|PNPM_HOME|COREPACK_HOME|COMPOSER_(HOME|CACHE_DIR)|(NVM|FNM|VOLTA|ASDF|MISE)_(DIR|HOME|DATA_DIR)|ASDF_DIR|SystemRoot|SystemDrive|windir|ComSpec|PATHEXT|APPDATA|LOCALAPPDATA|USERPROFILE|ProgramData|ProgramFiles|ProgramFiles\(x86\))$/i;

/** Frameworks that would tell their makers of each run are asked not to; nobody is there to look at colours or to answer. */
export const QUIET = {
  CI: '1',
  NO_COLOR: '1',
  NEXT_TELEMETRY_DISABLED: '1',
  NUXT_TELEMETRY_DISABLED: '1',
  ASTRO_TELEMETRY_DISABLED: '1',
  NG_CLI_ANALYTICS: 'false',
};

/** Of an environment what proofs, and commands of definitions, get: an allow-list, so that no token is ever handed down. */
export function narrowEnvironment(environment: Environment): Record<string, string> {
  const kept = Object.entries(environment).filter(([name, value]) => value !== undefined && HANDED_DOWN.test(name));
  return { ...(Object.fromEntries(kept) as Record<string, string>), ...QUIET };
}
