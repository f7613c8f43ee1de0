import { expect, it } from 'vitest';
import { ATTACH, expectEveryKillHeals } from '../support/every-kill.ts';

it(
  'kill -9 at every write of attach: recover restores every byte, or finishes what was complete',
  { timeout: 900_000 },
  () => {
    const { points, ran, putBack, complete } = expectEveryKillHeals('attach', () => undefined, ATTACH);
    process.stdout.write(`attach: ${ran} of ${points} kills, ${putBack} put back, ${complete} complete\n`);
    expect(putBack + complete).toBe(ran);
    expect(putBack).toBeGreaterThan(0);
  },
);
