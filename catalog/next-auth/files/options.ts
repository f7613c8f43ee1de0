import { createHash, timingSafeEqual } from 'node:crypto';
import type { NextAuthOptions } from 'next-auth';
import CredentialsProvider from 'next-auth/providers/credentials';

/** How people sign in: with the one account that the environment names. */
export const authOptions: NextAuthOptions = {
  session: { strategy: 'jwt', maxAge: 8 * 60 * 60 },
  providers: [
    CredentialsProvider({
      name: 'your account',
      credentials: {
        name: { label: 'Name', type: 'text' },
        password: { label: 'Password', type: 'password' },
      },
      authorize(given) {
        const { ACCOUNT_NAME = '', ACCOUNT_PASSWORD = '' } = process.env;
        if (ACCOUNT_NAME === '' || ACCOUNT_PASSWORD === '') return null;
        const isName = isSame(given?.name ?? '', ACCOUNT_NAME);
        const isPassword = isSame(given?.password ?? '', ACCOUNT_PASSWORD);
        // Other providers, and accounts in a database, take the place of this.
        return isName && isPassword ? { id: ACCOUNT_NAME, name: ACCOUNT_NAME } : null;
      },
    }),
  ],
};

/** Takes as long whatever is the same. */
function isSame(one: string, other: string): boolean {
  const [a, b] = [one, other].map((text) => createHash('sha256').update(text).digest());
  return a !== undefined && b !== undefined && timingSafeEqual(a, b);
}
