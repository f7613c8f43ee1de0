import { defineConfig } from 'vitest/config';
import { BaseSequencer, type TestSpecification } from 'vitest/node';

/** Begins with the files that are a part of a table (`versions-1`): they are short to read and long to run, and last they would run alone. */
class LongestFirst extends BaseSequencer {
  override async sort(files: TestSpecification[]): Promise<TestSpecification[]> {
    const isPart = ({ moduleId }: TestSpecification): boolean => /-\d\.test\.ts$/.test(moduleId);
    const all = await super.sort(files);
    return [...all.filter(isPart), ...all.filter((one) => !isPart(one))];
  }
}

export default defineConfig({
  test: {
    include: ['test/**/*.test.ts'],
    exclude: ['**/node_modules/**', 'test/stacks/hosts/**'],
    globalSetup: ['test/support/registry-setup.ts'],
    // What hangs ends here; a slow machine does not.
    testTimeout: 600_000,
    hookTimeout: 600_000,
    // Package managers and bundlers run in the tests: more at once than the machine has cores only makes them wait.
    maxWorkers: 2,
    sequence: { sequencer: LongestFirst },
  },
});
