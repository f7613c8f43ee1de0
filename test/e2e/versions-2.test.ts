import { describe, it } from 'vitest';
import { runVersionCase } from '../support/versions/run-version-case.ts';
import { VERSION_CASES } from '../support/versions/version-cases.ts';

// Half of the groups each, so that two workers share them.
describe.each(Object.entries(VERSION_CASES).slice(2))('versions that fit: %s', (_, cases) => {
  it.each(Object.entries(cases))('%s', async (_name, one) => runVersionCase(one));
});
