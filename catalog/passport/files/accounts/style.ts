/** The style sheet of the pages, for light and dark screens. */
export const style = `.accounts {
  --ground: #f3f5f0;
  --sheet: #ffffff;
  --text: #1d2a20;
  --faint: #5a6a5e;
  --line: #c3cdc4;
  --field: #7d8b81;
  --main: #23683a;
  --on-main: #ffffff;
  --danger: #a92b21;
  --problem: #fbe9e7;
  --notice: #e4f2e7;

  margin: 0;
  min-height: 100vh;
  display: grid;
  place-items: center;
  padding: 1.5rem;
  box-sizing: border-box;
  background: var(--ground);
  color: var(--text);
  font: 1rem/1.5 system-ui, sans-serif;
}

@media (prefers-color-scheme: dark) {
  .accounts {
    --ground: #131a15;
    --sheet: #1c2620;
    --text: #e6ede7;
    --faint: #a3b2a7;
    --line: #46554b;
    --field: #7a8c80;
    --main: #7ecb93;
    --on-main: #0e2415;
    --danger: #f2958c;
    --problem: #44211d;
    --notice: #1f3d29;
  }
}

.accounts main {
  width: 100%;
  max-width: 24rem;
  box-sizing: border-box;
  padding: 2rem;
  border: 1px solid var(--line);
  border-radius: 0.75rem;
  background: var(--sheet);
}

.accounts h1 {
  margin: 0 0 1.25rem;
  font-size: 1.5rem;
  line-height: 1.2;
}

.accounts h2 {
  margin: 0;
  font-size: 1.1rem;
}

.accounts form {
  display: grid;
  gap: 0.4rem;
}

.accounts main > form + form,
.accounts details {
  margin-top: 1.5rem;
  padding-top: 1.5rem;
  border-top: 1px solid var(--line);
}

.accounts label {
  margin-top: 0.5rem;
  font-weight: 600;
}

.accounts input {
  box-sizing: border-box;
  width: 100%;
  padding: 0.6rem 0.75rem;
  border: 1px solid var(--field);
  border-radius: 0.4rem;
  background: var(--ground);
  color: inherit;
  font: inherit;
}

.accounts small {
  color: var(--faint);
}

.accounts button {
  margin-top: 1rem;
  padding: 0.65rem 1rem;
  border: 1px solid var(--main);
  border-radius: 0.4rem;
  background: var(--main);
  color: var(--on-main);
  font: inherit;
  font-weight: 600;
  cursor: pointer;
}

.accounts .quiet {
  margin-top: 0;
  background: transparent;
  color: var(--main);
}

.accounts .danger {
  border-color: var(--danger);
  background: transparent;
  color: var(--danger);
}

.accounts :is(input, button, a, summary):focus-visible {
  outline: 2px solid var(--main);
  outline-offset: 2px;
}

.accounts nav {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  gap: 0.5rem 1rem;
  margin-top: 1.25rem;
}

.accounts a,
.accounts summary {
  color: var(--main);
}

.accounts summary {
  cursor: pointer;
}

.accounts .problem,
.accounts .notice {
  margin: 0 0 1rem;
  padding: 0.6rem 0.75rem;
  border-left: 4px solid var(--main);
  border-radius: 0.25rem;
  background: var(--notice);
}

.accounts .problem {
  border-color: var(--danger);
  background: var(--problem);
}
`;
