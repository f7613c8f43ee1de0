/** Whether a version of Node.js is one that the program runs on, as `engines` in its manifest says. */
export function fitsNode(version: string): boolean {
  const [major = 0, minor = 0] = version.split('.').map(Number);
  return major > 20 || (major === 20 && minor >= 19);
}
