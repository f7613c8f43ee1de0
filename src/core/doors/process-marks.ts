import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import type { ProcessMark } from '../ports.ts';

// The first namespace of a Linux system (PROC_PID_INIT_INO): whoever is in it sees every process of the machine.
const FIRST_NAMESPACE = 'pid:[4026531836]';

let machine: Pick<ProcessMark, 'machine' | 'boot' | 'namespace'> | undefined;

/** Which process one is: this one, or another by its number here. */
export function markOf(pid = process.pid): ProcessMark {
  machine ??= {
    machine: [os.hostname(), firstLine('/etc/machine-id').slice(0, 8)].filter((part) => part !== '').join(' '),
    boot: firstLine('/proc/sys/kernel/random/boot_id'),
    namespace: linkOf('/proc/self/ns/pid'),
  };
  return { ...machine, pid, started: startOf(pid) };
}

/** Whether a process is still there, as far as it can be seen from here. */
export function stateOf(mark: ProcessMark): 'running' | 'ended' | 'unseen' {
  const here = markOf();
  if (mark.boot !== here.boot) return mark.machine === here.machine ? 'ended' : 'unseen';
  // Without a system's own count of starts the machine's name has to do.
  if (here.boot === '' && mark.machine !== here.machine) return 'unseen';
  if (mark.namespace === here.namespace) return runsHere(mark) ? 'running' : 'ended';
  const seen = everyProcess();
  if (seen.some((pid) => isInside(pid, mark))) return 'running';
  // Only the first namespace shows all others; where processes of other users are hidden it does not.
  const seesAll = here.namespace === FIRST_NAMESPACE && firstLine('/proc/1/status') !== '';
  return seesAll ? 'ended' : 'unseen';
}

/** All processes that one has started, and those have. */
export function startedBy(pid: number): number[] {
  const parents = new Map(everyProcess().map((one) => [one, Number(statOf(one)[1])] as const));
  const found = new Set([pid]);
  for (let before = 0; before !== found.size;) {
    before = found.size;
    for (const [one, parent] of parents) if (found.has(parent)) found.add(one);
  }
  found.delete(pid);
  return [...found];
}

/** Processes that work in a folder or below it. */
export function workingIn(folder: string): number[] {
  return everyProcess().filter((pid) => {
    const at = linkOf(`/proc/${pid}/cwd`).replace(/ \(deleted\)$/, '');
    return pid !== process.pid && statOf(pid)[0] !== 'Z' && (at === folder || at.startsWith(folder + path.sep));
  });
}

/** The group that a process is in; what a program starts is in its own unless it leaves it. */
export function processGroup(pid: number): number {
  return Number(statOf(pid)[2]);
}

/** The processes that listen on a port of this machine (proc_net_tcp(5)); undefined where the system does not tell. */
export function listenersOn(port: number): number[] | undefined {
  const sockets = ['/proc/net/tcp', '/proc/net/tcp6'].flatMap((file) => listening(file, port));
  if (!fs.existsSync('/proc/net/tcp')) return undefined;
  const wanted = new Set(sockets.map((inode) => `socket:[${inode}]`));
  return everyProcess().filter((pid) => handlesOf(pid).some((handle) => wanted.has(handle)));
}

function listening(file: string, port: number): string[] {
  const lines = textOf(file).split('\n').slice(1);
  return lines.flatMap((line) => {
    const fields = line.trim().split(/\s+/);
    const [, local = ''] = fields;
    const isListening = fields[3] === '0A' && Number.parseInt(local.split(':')[1] ?? '', 16) === port;
    return isListening && fields[9] !== undefined ? [fields[9]] : [];
  });
}

function handlesOf(pid: number): string[] {
  try {
    return fs.readdirSync(`/proc/${pid}/fd`).map((name) => linkOf(`/proc/${pid}/fd/${name}`));
  } catch {
    return [];
  }
}

function runsHere({ pid, started }: ProcessMark): boolean {
  try {
    process.kill(pid, 0);
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== 'EPERM') return false;
  }
  // One that has ended and that nobody has asked after is there by name only.
  if (statOf(pid)[0] === 'Z') return false;
  return started === '' || startOf(pid) === started;
}

/** Whether a process, seen from outside of its namespace, is the one of that number inside. */
function isInside(pid: number, { pid: inside, started }: ProcessMark): boolean {
  const [, numbers = ''] = /^NSpid:\s*(.*)$/m.exec(textOf(`/proc/${pid}/status`)) ?? [];
  const all = numbers.trim().split(/\s+/);
  return all.length > 1 && all.at(-1) === String(inside) && startOf(pid) === started && statOf(pid)[0] !== 'Z';
}

function everyProcess(): number[] {
  try {
    return fs
      .readdirSync('/proc')
      .map(Number)
      .filter((pid) => Number.isInteger(pid) && pid > 0);
  } catch {
    return [];
  }
}

function startOf(pid: number): string {
  return statOf(pid)[19] ?? '';
}

/** The fields of a process's state from the third on: its name, the second, can hold anything. */
function statOf(pid: number): string[] {
  return textOf(`/proc/${pid}/stat`)
    .replace(/^.*\) /s, '')
    .split(' ');
}

function firstLine(file: string): string {
  return textOf(file).split('\n')[0]?.trim() ?? '';
}

function textOf(file: string): string {
  try {
    return fs.readFileSync(file, 'utf8');
  } catch {
    return '';
  }
}

function linkOf(file: string): string {
  try {
    return fs.readlinkSync(file);
  } catch {
    return '';
  }
}
