import Field from './Field';
import Frame, { type AccountsPage } from './Frame';

export default function Forgotten({ accounts }: { accounts: AccountsPage }) {
  return (
    <Frame title="Forgotten password" accounts={accounts}>
      <p>Say which, and a link for a new one comes by mail.</p>
      <form method="post" action={accounts.paths.forgotten}>
        <input type="hidden" name="_token" value={accounts.csrf} />
        <Field
          id="email"
          label="Email"
          autoFocus
          name="email"
          type="email"
          defaultValue={accounts.email}
          required
          maxLength={254}
          autoComplete="username"
        />
        <button>Send the link</button>
      </form>
      <nav aria-label="Accounts">
        <a href={accounts.paths.login}>Sign in</a>
      </nav>
    </Frame>
  );
}
