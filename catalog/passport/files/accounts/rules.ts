import { isCommon } from './common.js';
import { settings } from './settings.js';

const LONGEST = 128;
const ADDRESS = /^[^\s@<>"\p{C}]+@[^\s@<>"\p{C}]+\.[^\s@<>".\p{C}]+$/u;
const COUNTED = ['01234567890', '9876543210'];

interface Given {
  email: string;
  password: string;
}

/** What is wrong with an address and a new password; nothing if all is well. */
export function objectionTo({ email, password }: Given): string | undefined {
  const isAddress = ADDRESS.test(email) && email.length <= 254;
  if (!isAddress) return 'That is not an email address.';
  return objectionToPassword(password, email);
}

/** What is wrong with a new password of somebody. */
export function objectionToPassword(password: string, email: string) {
  const { shortestPassword: shortest } = settings;
  const { length } = [...password];
  const most = `between ${shortest} and ${LONGEST} characters`;
  if (length < shortest || length > LONGEST) return `A password has ${most}.`;
  // As it is hashed: other letters may be the same ones.
  const plain = password.normalize('NFKC').toLowerCase();
  const same = plain === email || plain === email.split('@')[0];
  const counted = COUNTED.some((one) => one.includes(plain));
  const repeated = new Set(plain).size < 3;
  if (same || counted || repeated || isCommon(plain)) {
    return 'That password is easily guessed.';
  }
  return undefined;
}
