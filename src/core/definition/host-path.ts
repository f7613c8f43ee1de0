const SCRIPT = /\.[cm]?tsx?$|\.mjs$|\.vue$/;

/**
 * A path of a definition as texts have it (`./` is the folder of the app's own modules), and whether a script there is put into the
 * language and the format of the host: one in the app's own folder, or below another fact that is a folder. Its ending is then
 * told by the host.
 */
export function pathInHost(written: string): { file: string; native: boolean } {
  const file = written.startsWith('./') ? `{{folder}}/${written.slice(2)}` : written;
  const native = file.startsWith('{{') && SCRIPT.test(file);
  if (!native) return { file, native };
  return { file: file.replace(/\.tsx$/, '.{{ending.jsx}}').replace(/\.ts$/, '.{{ending}}'), native };
}
