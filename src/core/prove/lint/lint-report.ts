import * as z from 'zod/mini';

const message = z.object({
  ruleId: z.optional(z.nullable(z.string())),
  rule: z.optional(z.nullable(z.string())),
  fatal: z.optional(z.boolean()),
  message: z.optional(z.string()),
  text: z.optional(z.string()),
  line: z.optional(z.number()),
});

const report = z.array(
  z.object({
    filePath: z.optional(z.string()),
    source: z.optional(z.nullable(z.string())),
    messages: z.optional(z.array(message)),
    warnings: z.optional(z.array(message)),
    output: z.optional(z.string()),
  }),
);

export interface LintedFile {
  /** As the linter names it: absolute. */
  file: string;
  messages: { rule: string; text: string; line: number | undefined; fatal: boolean }[];
  /** What the linter would make of the file; undefined where it would leave it. */
  output: string | undefined;
}

/** Reads the JSON report of a linter: a list of files with their messages; undefined where a text is none. */
export function readReport(text: string): LintedFile[] | undefined {
  let value: unknown;
  try {
    value = JSON.parse(text.slice(text.indexOf('[')));
  } catch {
    return undefined;
  }
  const parsed = report.safeParse(value);
  if (!parsed.success) return undefined;
  return parsed.data.map((one) => ({
    file: one.filePath ?? one.source ?? '',
    output: one.filePath === undefined ? undefined : one.output,
    messages: (one.messages ?? one.warnings ?? []).map((each) => ({
      rule: each.ruleId ?? each.rule ?? '',
      text: each.message ?? each.text ?? '',
      line: each.line,
      fatal: each.fatal === true || each.rule === 'CssSyntaxError',
    })),
  }));
}
