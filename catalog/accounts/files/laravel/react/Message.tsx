import Frame, { type AccountsPage } from './Frame';

export default function Message({ accounts }: { accounts: AccountsPage }) {
  return (
    <Frame title={accounts.title} accounts={accounts}>
      <p>{accounts.message}</p>
      <nav aria-label="Accounts">
        <a href={accounts.paths.login}>Sign in</a>
      </nav>
    </Frame>
  );
}
