import Field from './Field';
import Frame, { type AccountsPage } from './Frame';
import NewPassword from './NewPassword';

export default function Confirm({ accounts }: { accounts: AccountsPage }) {
  return (
    <Frame title="Choose a password" accounts={accounts}>
      <form method="post" action={accounts.paths.confirm}>
        <input type="hidden" name="_token" value={accounts.csrf} />
        <input type="hidden" name="token" value={accounts.token} />
        <Field id="email" label="Email" type="email" value={accounts.email} readOnly autoComplete="username" />
        <NewPassword label="Password" accounts={accounts} focused />
        <button>Make my account</button>
      </form>
    </Frame>
  );
}
