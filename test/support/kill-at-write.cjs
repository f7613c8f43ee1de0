// Loaded before the program (node --require): kills the process, as a power cut would, right before the write whose
// number KILL_AT gives. Without KILL_AT it writes the number of writes to the file that COUNT_TO names.
const fs = require('node:fs');
const { syncBuiltinESMExports } = require('node:module');

const killAt = Number(process.env.KILL_AT ?? 0);
let count = 0;

function isWrite(name, args) {
  if (name !== 'openSync') return true;
  const flags = args[1] ?? 'r';
  return typeof flags === 'string'
    ? /[wa+]/.test(flags)
    : (flags & (fs.constants.O_WRONLY | fs.constants.O_RDWR)) !== 0;
}

for (const name of [
  'openSync',
  'writeSync',
  'writeFileSync',
  'fsyncSync',
  'renameSync',
  'linkSync',
  'unlinkSync',
  'rmSync',
  'rmdirSync',
  'mkdirSync',
  'chmodSync',
  'chownSync',
  'utimesSync',
  'symlinkSync',
  'copyFileSync',
  'ftruncateSync',
]) {
  const original = fs[name];
  fs[name] = function (...args) {
    if (isWrite(name, args)) {
      count += 1;
      if (count === killAt) process.kill(process.pid, 'SIGKILL');
    }
    return original.apply(this, args);
  };
}
syncBuiltinESMExports();

const countTo = process.env.COUNT_TO;
if (countTo) {
  const { writeFileSync } = fs;
  process.on('exit', () => writeFileSync(countTo, String(count)));
}
