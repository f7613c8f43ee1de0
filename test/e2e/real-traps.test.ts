import { describe, it } from 'vitest';
import { REAL_TRAPS } from '../support/versions/real-traps.ts';
import { runVersionCase } from '../support/versions/run-version-case.ts';

describe('versions that fit: what the registry really has', () => {
  it.each(Object.entries(REAL_TRAPS))('%s', async (_name, one) => runVersionCase(one));
});
