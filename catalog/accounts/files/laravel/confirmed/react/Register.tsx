import Field from './Field';
import Frame, { type AccountsPage } from './Frame';

export default function Register({ accounts }: { accounts: AccountsPage }) {
  return (
    <Frame title="Make an account" accounts={accounts}>
      <form method="post" action={accounts.paths.register}>
        <input type="hidden" name="_token" value={accounts.csrf} />
        <Field
          id="name"
          label="Name"
          autoFocus={!accounts.field}
          name="name"
          defaultValue={accounts.name}
          maxLength={200}
          autoComplete="name"
        />
        <Field
          id="email"
          label="Email"
          hint="A link is sent to it: there you choose a password."
          problem={accounts.field === 'email' && accounts.problem}
          autoFocus={accounts.field === 'email'}
          name="email"
          type="email"
          defaultValue={accounts.email}
          required
          maxLength={254}
          autoComplete="username"
        />
        <button>Send me the link</button>
      </form>
      <nav aria-label="Accounts">
        <a href={accounts.paths.login}>I have an account</a>
      </nav>
    </Frame>
  );
}
