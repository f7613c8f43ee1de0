import { getServerSession } from 'next-auth';
import { redirect } from 'next/navigation';
import { authOptions } from '~/{{folder}}/auth-options';

const SIGN_IN = '/api/auth/signin?callbackUrl=/account';

/** Shown only to who has signed in; others are led there. */
export default async function AccountPage() {
  const session = await getServerSession(authOptions);
  if (!session) redirect(SIGN_IN);
  return (
    <main>
      <h1>Your account</h1>
      <p>You are signed in as {session.user?.name}.</p>
      <a href="/api/auth/signout">Sign out</a>
    </main>
  );
}
