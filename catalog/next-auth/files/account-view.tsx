import type { GetServerSideProps } from 'next';
import { getServerSession } from 'next-auth';
import { authOptions } from '~/{{folder}}/auth-options';
// {{elements}}

interface Props {
  name: string;
}

const SIGN_IN = '/api/auth/signin?callbackUrl=/account';
const redirect = { destination: SIGN_IN, permanent: false };

/** Only who has signed in gets the page; others are led there. */
export const getServerSideProps: GetServerSideProps<Props> = async (context) => {
  const session = await getServerSession(context.req, context.res, authOptions);
  if (!session) return { redirect };
  return { props: { name: session.user?.name ?? '' } };
};

export default function AccountPage({ name }: Props) {
  return (
    <main>
      <h1>Your account</h1>
      <p>You are signed in as {name}.</p>
      <a href="/api/auth/signout">Sign out</a>
    </main>
  );
}
