/** A place in a file as tools name it: "src/main.ts:12". */
export function placeInWords({ file, line }: { file: string; line?: number | undefined }): string {
  return line === undefined ? file : `${file}:${line}`;
}
