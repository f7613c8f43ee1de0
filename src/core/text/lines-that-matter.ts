/** Of a tool's output the lines that speak of an error, else its last ones. */
export function linesThatMatter(output: string): string {
  const lines = output.split(/\r?\n/).filter((line) => line.trim() !== '');
  const errors = lines.filter(
    (line) =>
      (/\b(err(or)?!?|ERR_\w+|failed|cannot|not found|no matching)\b/i.test(line) ||
        /^➤ YN(?!0000|0007|0013|0019|0065|0085)\d{4}/.test(line)) &&
      !/debug-0\.log|complete log/i.test(line),
  );
  return (errors.length > 0 ? errors : lines).slice(-12).join('\n');
}
