import { createInterface } from 'node:readline';
import { close, migrate, takeBack, whatIsLost } from './database.js';
import * as passwords from './passwords.js';
import { objectionTo } from './rules.js';
import * as store from './store.js';

const USAGE = `What to do with the accounts:
  add        adds an account; asks for address, name and password
  migrate    makes the tables
  take-back  takes the last change of the tables back; where that would
             lose what people have, it asks first (or: take-back --lose)`;

const QUESTIONS = ['Address', 'Name', 'Password (is not shown)'];

/** Asks one question after the other; what is typed for the last is not shown. */
async function ask(questions: string[]): Promise<string[]> {
  const { stdin, stderr } = process;
  const shown = stdin.isTTY;
  const streams = { input: stdin, output: stderr };
  const input = createInterface({ ...streams, terminal: shown });
  const lines = input[Symbol.asyncIterator]();
  const answers: string[] = [];
  const echo = stderr.write.bind(stderr);
  for (const [index, question] of questions.entries()) {
    if (shown) echo(`${question}: `);
    const isLast = index > 0 && index === questions.length - 1;
    if (shown && isLast) stderr.write = () => true;
    const line = await lines.next();
    stderr.write = echo;
    if (shown && isLast) echo('\n');
    answers.push(line.done ? '' : line.value);
  }
  input.close();
  return answers;
}

async function add(): Promise<void> {
  const [given = '', called = '', password = ''] = await ask(QUESTIONS);
  const email = given.trim().toLowerCase();
  const name = called.trim();
  const problem = objectionTo({ email, password });
  if (problem) throw new Error(problem);
  const hash = await passwords.hash(password);
  const account = await store.add({ email, name, password: hash });
  if (!account) throw new Error(`${email} has an account already.`);
  console.log(`${email} has an account.`);
}

/** Nobody can bring it back. */
async function mayLose(what: string): Promise<boolean> {
  if (process.argv.includes('--lose')) return true;
  const [answer] = await ask([`It takes ${what} out. Type "lose" to do so`]);
  return answer?.trim() === 'lose';
}

async function run(what: string): Promise<void> {
  if (what === 'add') return add();
  if (what === 'migrate') return migrate();
  if (what !== 'take-back') throw new Error(USAGE);
  const loses = await whatIsLost();
  const may = !loses || (await mayLose(loses));
  if (!may) return;
  const isBack = await takeBack();
  console.log(isBack ? 'The last change is taken back.' : 'There is none.');
}

run(process.argv[2] ?? '')
  .catch((error: unknown) => {
    console.error(error instanceof Error ? error.message : error);
    process.exitCode = 1;
  })
  .finally(close);
