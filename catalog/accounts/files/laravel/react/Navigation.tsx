import { Link } from '@inertiajs/react';

export default function Navigation({ user }: { user: { name?: string; email: string } | null }) {
  if (!user)
    return (
      <>
        <a href="{{login}}">Sign in</a>
        <a href="{{register}}">Make an account</a>
      </>
    );
  return (
    <>
      <a href="{{profile}}">{user.name || user.email}</a>
      <Link href="{{logout}}" method="post" as="button">
        Sign out
      </Link>
    </>
  );
}
