import { expect, it } from 'vitest';
import { ATTACH, DETACH, expectEveryKillHeals } from '../support/every-kill.ts';

it(
  'kill -9 at every write of detach: recover restores every byte, or finishes what was complete',
  { timeout: 900_000 },
  () => {
    const { points, ran, putBack, complete } = expectEveryKillHeals(
      'detach',
      (host) => expect(host.ligament(...ATTACH).status).toBe(0),
      DETACH,
    );
    process.stdout.write(`detach: ${ran} of ${points} kills, ${putBack} put back, ${complete} complete\n`);
    expect(putBack + complete).toBe(ran);
    expect(putBack).toBeGreaterThan(0);
  },
);
