import Field from './Field';
import Frame, { type AccountsPage } from './Frame';

export default function Login({ accounts }: { accounts: AccountsPage }) {
  return (
    <Frame title="Sign in" accounts={accounts}>
      <form method="post" action={accounts.paths.login}>
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
        <Field id="password" label="Password" name="password" type="password" required autoComplete="current-password" />
        <label className="beside">
          <input name="remember" value="1" type="checkbox" /> Keep me signed in here
        </label>
        <button>Sign in</button>
      </form>
      <nav aria-label="Accounts">
        <a href={accounts.paths.forgotten}>Forgotten your password?</a>
        <a href={accounts.paths.register}>Make an account</a>
      </nav>
    </Frame>
  );
}
