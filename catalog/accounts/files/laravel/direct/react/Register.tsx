import Field from './Field';
import Frame, { type AccountsPage } from './Frame';
import NewPassword from './NewPassword';

export default function Register({ accounts }: { accounts: AccountsPage }) {
  return (
    <Frame title="Make an account" accounts={accounts}>
      <form method="post" action={accounts.paths.register}>
        <input type="hidden" name="_token" value={accounts.csrf} />
        <Field
          id="name"
          label="Name"
          name="name"
          defaultValue={accounts.name}
          maxLength={200}
          autoComplete="name"
        />
        <Field
          id="email"
          label="Email"
          problem={accounts.field === 'email' && accounts.problem}
          autoFocus={accounts.field !== 'password'}
          name="email"
          type="email"
          defaultValue={accounts.email}
          required
          maxLength={254}
          autoComplete="username"
        />
        <NewPassword label="Password" accounts={accounts} />
        <button>Make an account</button>
      </form>
      <nav aria-label="Accounts">
        <a href={accounts.paths.login}>I have an account</a>
      </nav>
    </Frame>
  );
}
