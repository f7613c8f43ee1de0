const MOST_BRACKETS = 3000;
const MOST_IN_A_RUN = 2000;
const MOST_ELSE_IFS = 8000;

/**
 * Whether a script is nested deeper than any that people write. The parser is native and works recursively: where a deep
 * enough text would end the whole process, it must not be asked. Counts brackets and chained operators as they stand, in
 * one pass; what stands in strings counts too, which errs on the safe side.
 */
export function isTooDeep(text: string): boolean {
  if (text.length < Math.min(MOST_BRACKETS, MOST_IN_A_RUN, MOST_ELSE_IFS)) return false;
  let depth = 0;
  let run = 0;
  let elseIfs = 0;
  for (let at = 0; at < text.length; at += 1) {
    switch (text.charCodeAt(at)) {
      case 0x28: // (
      case 0x5b: // [
      case 0x7b: // {
        depth += 1;
        run = 0;
        if (depth > MOST_BRACKETS) return true;
        break;
      case 0x29: // )
      case 0x5d: // ]
      case 0x7d: // }
        depth = Math.max(0, depth - 1);
        run = 0;
        break;
      case 0x0a: // line feed
      case 0x3b: // ;
        run = 0;
        break;
      case 0x21: // !
      case 0x3c: // <
      case 0x3e: // >
      case 0x3f: // ?
        run += 1;
        if (run > MOST_IN_A_RUN) return true;
        break;
      case 0x65: // e
        if (text.startsWith('else if', at)) elseIfs += 1;
        if (elseIfs > MOST_ELSE_IFS) return true;
        break;
      default:
    }
  }
  return false;
}
