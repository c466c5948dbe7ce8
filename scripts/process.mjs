// Questions about processes of this machine, by the system's own table.
import { readFileSync } from 'node:fs';

const statOf = (pid) => {
  try {
    const text = readFileSync(`/proc/${pid}/stat`, 'utf8');
    // The name in parentheses may hold blanks and parentheses itself.
    return text.slice(text.lastIndexOf(')') + 2).split(' ');
  } catch {
    return null;
  }
};

/** Ended, and only not yet asked after by its parent: where there is no init, it stays in the table for ever. */
const isOver = (pid) => ['Z', 'X'].includes(statOf(pid)?.[0]);

export const isAlive = (pid) => {
  try {
    process.kill(pid, 0);
    return !isOver(pid);
  } catch (error) {
    return error.code === 'EPERM' && !isOver(pid);
  }
};

/** When a process was started, in ticks since the machine was: with its number it names one process and no other. */
export const startOf = (pid) => statOf(pid)?.[19] ?? null;

/** True when a process is there and is the very one that was written down, not another that got its number later. */
export const isSame = ({ pid, start }) =>
  Number.isInteger(pid) && pid > 0 && isAlive(pid) && (start === undefined ? false : startOf(pid) === start);

export const commandLineOf = (pid) => {
  try {
    return readFileSync(`/proc/${pid}/cmdline`, 'utf8');
  } catch {
    return '';
  }
};

const parentOf = (pid) => Number(statOf(pid)?.[1] ?? 0);

/**
 * Whoever started this program: its parent, and where that is only a shell that was handed one command (as npm does),
 * the parent's parent too.
 */
const startersOf = () => {
  const starters = [];
  for (let pid = process.ppid; pid > 1 && starters.length < 4; pid = parentOf(pid)) {
    starters.push({ pid, start: startOf(pid) });
    if (!/^(\/(usr\/)?bin\/)?(ba|da)?sh\0-c\0/.test(commandLineOf(pid))) break;
  }
  return starters;
};

/** Whether the first process is an init, which takes over whatever lost its parent. */
const isInit = () => {
  const command = commandLineOf(1).split('\0');
  return !/(^|\/)(npm|node|(ba|da)?sh)$/.test(command[0] ?? '') && !/npm/.test(command.slice(0, 2).join(' '));
};

/** Calls back once when one of those who started this program has gone, however it went. */
export const whenStarterIsGone = (callback, everyMs = 500) => {
  // The first process of a container, or started by it: when that ends, the kernel ends everything with it.
  if (process.pid === 1 || (process.ppid <= 1 && !isInit())) return;
  const starters = startersOf();
  if (starters.length === 0) {
    // Started by npm, and npm is gone already.
    if (process.env.npm_lifecycle_event !== undefined) callback();
    return;
  }
  const timer = setInterval(() => {
    if (starters.every(isSame)) return;
    clearInterval(timer);
    callback();
  }, everyMs);
  timer.unref();
};
