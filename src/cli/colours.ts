// FORCE_COLOR=0 turns colours off, also for what is started from here (what it says is read when the library of colours is loaded).
if (/^(0|false)$/.test(process.env.FORCE_COLOR ?? '')) {
  delete process.env.FORCE_COLOR;
  process.env.NO_COLOR ??= '1';
}
