import Field from './Field';
import Frame, { type AccountsPage } from './Frame';
import NewPassword from './NewPassword';

export default function Profile({ accounts }: { accounts: AccountsPage }) {
  const wrong = (field: string) =>
    accounts.field === field ? { problem: accounts.problem, autoFocus: true } : {};
  return (
    <Frame title="Your account" accounts={accounts}>
      <p>
        You are signed in as <strong>{accounts.email}</strong>.
      </p>
      <form method="post" action={accounts.paths.profile}>
        <input type="hidden" name="_token" value={accounts.csrf} />
        <Field id="name" label="Name" name="name" defaultValue={accounts.name} maxLength={200} autoComplete="name" />
        <button>Change the name</button>
      </form>
      <form method="post" action={accounts.paths.address}>
        <h2>Email</h2>
        <input type="hidden" name="_token" value={accounts.csrf} />
        <Field
          {...wrong('email')}
          id="email"
          label="New email"
          name="email"
          type="email"
          required
          maxLength={254}
          autoComplete="email"
        />
        <Field
          {...wrong('current-email')}
          id="current-email"
          label="Current password"
          name="current_password"
          type="password"
          required
          autoComplete="current-password"
        />
        <button>Change the email</button>
      </form>
      <form method="post" action={accounts.paths.password}>
        <h2>Password</h2>
        <input type="hidden" name="_token" value={accounts.csrf} />
        <Field
          {...wrong('current')}
          id="current"
          label="Current password"
          name="current_password"
          type="password"
          required
          autoComplete="current-password"
        />
        <NewPassword label="New password" accounts={accounts} />
        <button>Change the password</button>
      </form>
      <form method="post" action={accounts.paths.logout}>
        <input type="hidden" name="_token" value={accounts.csrf} />
        <button className="quiet">Sign out</button>
      </form>
      <details open={accounts.field === 'known'}>
        <summary>Delete the account</summary>
        <form method="post" action={accounts.paths.delete}>
          <p>It cannot be brought back.</p>
          <input type="hidden" name="_token" value={accounts.csrf} />
          <Field
            {...wrong('known')}
            id="known"
            label="Current password"
            name="current_password"
            type="password"
            required
            autoComplete="current-password"
          />
          <button className="danger">Delete it for good</button>
        </form>
      </details>
    </Frame>
  );
}
