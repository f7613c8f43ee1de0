import { expect, it } from 'vitest';
import { randomFrom } from '../support/random.ts';
import { killAtRandom } from '../support/random-kills.ts';

// A few with every run of the tests; `npm run torture` asks for three hundred.
const KILLS = Number(process.env.LIGAMENT_KILLS ?? '6');
const SEED = Number(process.env.LIGAMENT_SEED ?? Date.now() % 1_000_000);

it(
  `${KILLS} kills at random times: recover always ends as before or as announced`,
  { timeout: 120_000 + KILLS * 60_000 },
  async () => {
    const { kills, putBack, complete, during } = await killAtRandom(KILLS, randomFrom(SEED));
    const phases = [...during].map(([name, count]) => `${name} ${count}`).join(', ');
    process.stdout.write(
      `random kills, seed ${SEED}: ${kills} (${phases}): ${putBack} put back, ${complete} complete\n`,
    );
    expect(putBack + complete).toBe(KILLS);
  },
);
