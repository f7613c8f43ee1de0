import Field from './Field';
import type { AccountsPage } from './Frame';

interface Props {
  label: string;
  accounts: AccountsPage;
  focused?: boolean;
}

export default function NewPassword({ label, accounts, focused = false }: Props) {
  const isWrong = accounts.field === 'password';
  return (
    <Field
      id="password"
      label={label}
      hint="At least 8 characters. Several words are good."
      problem={isWrong && accounts.problem}
      autoFocus={focused || isWrong}
      name="password"
      type="password"
      required
      minLength={8}
      maxLength={128}
      autoComplete="new-password"
    />
  );
}
