import { randomBytes, scrypt, timingSafeEqual } from 'node:crypto';

interface Cost {
  /** The binary logarithm of scrypt's N, then its r and p (RFC 7914). */
  ln: number;
  r: number;
  p: number;
}

// 128 MiB for each: what OWASP's "Password Storage" asks of scrypt.
const COST: Cost = { ln: 17, r: 8, p: 1 };
const PARAMETERS = `$scrypt$ln=${COST.ln},r=${COST.r},p=${COST.p}$`;
const BYTES = 32;
const FORM = /^\$scrypt\$ln=(\d+),r=(\d+),p=(\d+)\$([^$]+)\$([^$]+)$/;

/** Hashes a password, as `$scrypt$ln=…,r=…,p=…$salt$hash`. */
export async function hash(password: string): Promise<string> {
  const salt = randomBytes(16);
  const key = await derive(password, salt, COST);
  return write(salt, key);
}

/** Whether a password is the one that was hashed. */
export async function matches(password: string, hashed: string) {
  const read = FORM.exec(hashed);
  if (!read) return false;
  const [, ln, r, p, salt = '', key = ''] = read;
  const cost = { ln: Number(ln), r: Number(r), p: Number(p) };
  const expected = Buffer.from(key, 'base64url');
  const found = await derive(password, Buffer.from(salt, 'base64url'), cost);
  const fits = found.length === expected.length;
  return fits && timingSafeEqual(found, expected);
}

/** Whether a password should be hashed anew, since more is asked today. */
export function isOutdated(hashed: string): boolean {
  return !hashed.startsWith(PARAMETERS);
}

/** Thrown where more would have to wait than anybody waits for. */
export class TooBusy extends Error {
  status = 503;
}

/** What matches nothing, and takes as long to compare as a real one. */
export const nobodys = write(randomBytes(16), randomBytes(BYTES));

function write(salt: Buffer, key: Buffer): string {
  const texts = [salt, key].map((bytes) => bytes.toString('base64url'));
  return `${PARAMETERS}${texts.join('$')}`;
}

function derive(password: string, salt: Buffer, cost: Cost) {
  const N = 2 ** cost.ln;
  const { r, p } = cost;
  const options = { N, r, p, maxmem: 256 * N * r };
  // One password may be typed in several ways that look the same.
  const typed = password.normalize('NFKC');
  return inTurn(
    () =>
      new Promise<Buffer>((resolve, reject) => {
        scrypt(typed, salt, BYTES, options, (error, key) => {
          if (error) reject(error);
          else resolve(key);
        });
      }),
  );
}

// Each takes 128 MiB and a thread that files and names wait for, too.
const AT_ONCE = 2;
const MOST_WAITING = 20;
const waiting: (() => void)[] = [];
let running = 0;

async function inTurn<Value>(work: () => Promise<Value>): Promise<Value> {
  if (waiting.length >= MOST_WAITING) throw new TooBusy('too many passwords');
  if (running < AT_ONCE) running += 1;
  else {
    await new Promise<void>((resolve) => {
      waiting.push(resolve);
    });
  }
  try {
    return await work();
  } finally {
    // Who waits takes the place over, so that nobody else can.
    const next = waiting.shift();
    if (next) next();
    else running -= 1;
  }
}
