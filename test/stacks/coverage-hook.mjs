// Loaded before the program (node --import): notes which functions of the built program a run has been through, into a new file of the
// folder that LIGAMENT_COVERAGE names. In this process alone: what it starts is not looked at.
import { writeFileSync } from 'node:fs';
import { Session } from 'node:inspector';
import path from 'node:path';

const folder = process.env.LIGAMENT_COVERAGE;
delete process.env.LIGAMENT_COVERAGE;
if (folder !== undefined) {
  const session = new Session();
  session.connect();
  session.post('Profiler.enable');
  session.post('Profiler.startPreciseCoverage', { callCount: false, detailed: false });
  process.on('exit', () => {
    session.post('Profiler.takePreciseCoverage', (error, found) => {
      if (error) return;
      const own = found.result.filter(({ url }) => url.includes('/dist/'));
      const ran = own.map(({ url, functions }) => ({
        part: path.basename(new URL(url).pathname),
        // The first of each is the whole file.
        starts: functions.flatMap(({ ranges: [range] }) =>
          range?.count > 0 && range.startOffset > 0 ? [range.startOffset] : [],
        ),
      }));
      writeFileSync(path.join(folder, `${process.pid}-${process.hrtime.bigint()}.json`), JSON.stringify(ran));
    });
  });
}
