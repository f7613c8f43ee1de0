/** Every joint: a named place where something can be tied. It means the same on every stack; each stack knows its place. */
export const JOINTS = {
  'bundler.plugins': "the bundler's plugins",
  'framework.modules': "the framework's modules",
  'postcss.plugins': "PostCSS's plugins",
  'styles.global': 'the global style sheet',
  'app.boot': "the app's boot module",
  'server.handlers': "the server's handlers",
  'server.routes': "the server's routes",
  'app.plugins': "the app's plugins",
  'app.around': 'what stands around the app',
  'app.screen': 'what the app shows first',
  'tool.globs': "the globs of a tool's own configuration",
  'lint.configs': 'the list of lint configurations',
  'manifest.scripts': "the manifest's scripts",
  'manifest.settings': "the manifest's settings of tools",
  'editor.settings': "the editor's settings",
  'editor.extensions': "the editor's recommended extensions",
  'hooks.pre-commit': 'what runs before a commit',
  'environment.file': 'the environment file',
  'environment.public': 'the variables that browsers get',
  'ignore.lines': "version control's ignore file",
} as const;

export type JointName = keyof typeof JOINTS;
