import Frame, { type AccountsPage } from './Frame';
import NewPassword from './NewPassword';

export default function Reset({ accounts }: { accounts: AccountsPage }) {
  return (
    <Frame title="A new password" accounts={accounts}>
      <form method="post" action={accounts.paths.reset}>
        <input type="hidden" name="_token" value={accounts.csrf} />
        <input type="hidden" name="token" value={accounts.token} />
        <NewPassword label="New password" accounts={accounts} focused />
        <button>Change the password</button>
      </form>
    </Frame>
  );
}
