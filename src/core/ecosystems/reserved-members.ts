// What a package is, brings and runs: scripts and packages have ties of their own, the rest is the project's.
const RESERVED =
  /^(name|version|private|type|scripts|bin|workspaces|packageManager|engines|devEngines|config|pnpm|overrides|resolutions|publishConfig|.*[dD]ependencies(Meta)?)$/;

/** Whether a member at a manifest's top says what the package is, brings or runs: it is no tool's own. */
export function isReservedMember(name: string): boolean {
  return RESERVED.test(name);
}
