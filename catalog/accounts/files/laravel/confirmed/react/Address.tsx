import Frame, { type AccountsPage } from './Frame';

export default function Address({ accounts }: { accounts: AccountsPage }) {
  return (
    <Frame title="Your new address" accounts={accounts}>
      <form method="post" action={accounts.paths.moving}>
        <p>
          Your account will be under <strong>{accounts.email}</strong>.
        </p>
        <input type="hidden" name="_token" value={accounts.csrf} />
        <input type="hidden" name="token" value={accounts.token} />
        <button>Take this address</button>
      </form>
      <nav aria-label="Accounts">
        <a href={accounts.paths.profile}>Leave it as it is</a>
      </nav>
    </Frame>
  );
}
