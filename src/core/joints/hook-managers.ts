/** Managers of hooks that keep commands in the manifest: the field in which what runs at each hook stands, by package. */
export const HOOK_FIELDS: Readonly<Record<string, readonly string[]>> = {
  'simple-git-hooks': ['simple-git-hooks'],
  yorkie: ['gitHooks'],
  husky: ['husky', 'hooks'],
};

/** Files with commands by name, as lefthook has them. */
export const COMMAND_LISTS = ['lefthook.yml', '.lefthook.yml', 'lefthook.yaml', '.lefthook.yaml'];

/** Files of managers that are not edited here. */
export const OTHER_HOOK_FILES = [
  '.pre-commit-config.yaml',
  '.simple-git-hooks.json',
  '.simple-git-hooks.js',
  '.huskyrc',
  '.huskyrc.json',
  '.huskyrc.js',
];

/** Packages that put hooks into a repository when they are installed there. */
export const HOOK_MANAGERS = [...Object.keys(HOOK_FIELDS), 'lefthook'];
