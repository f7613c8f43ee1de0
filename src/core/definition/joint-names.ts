/** Every joint: a named place where something can be tied. It means the same on every stack; each stack knows its place. */
export const JOINTS = {
  'bundler.plugins': "the bundler's plugins",
  'postcss.plugins': "PostCSS's plugins",
  'styles.global': 'the global style sheet',
  'app.boot': "the app's boot module",
  'manifest.scripts': "the manifest's scripts",
  'environment.file': 'the environment file',
  'ignore.lines': "version control's ignore file",
} as const;

export type JointName = keyof typeof JOINTS;
