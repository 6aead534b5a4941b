/** Mocha's own readable report, and the numbers in a file for scripts/test.mjs. */
import { writeFileSync } from 'node:fs';
import mocha from 'mocha';

export default class CountingReporter extends mocha.reporters.Spec {
  constructor(runner, options) {
    super(runner, options);
    runner.once(mocha.Runner.constants.EVENT_RUN_END, () => {
      const { passes, failures } = runner.stats;
      writeFileSync(options.reporterOptions.file, JSON.stringify({ passes, failures }));
    });
  }
}
