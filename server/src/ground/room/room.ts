import { statfsSync } from 'node:fs';
import { dirname } from 'node:path';

const MB = 2 ** 20;
/** With less than this free, nothing more is written: what is left is for the database's own work while it is read. */
const TOO_LITTLE_BYTES = 64 * MB;
/** With this much free, writing goes on. Higher, so that the program does not change its mind every second. */
const ENOUGH_BYTES = 96 * MB;
const LOOK_EVERY_MS = 2_000;

export interface RoomState {
  /** Nothing is written until there is room again. */
  full: boolean;
  /** Free on the disk, in MB, rounded down; null where that cannot be told. */
  freeMb: number | null;
}

/** Free bytes for this user on the disk that a folder lies on; null where that cannot be told. */
const freeBytesOf = (folder: string | null): number | null => {
  if (folder === null) return null;
  try {
    const { bavail, bsize } = statfsSync(folder);
    return bavail * bsize;
  } catch {
    return null;
  }
};

/**
 * Whether there is room to write where the workspace lies. A database that cannot write a page ends itself, so writing
 * stops while there is still a little left.
 * @param free how many bytes are free; null where nobody knows, which counts as room
 * @example
 * let free: number | null = 10 * 2 ** 20;
 * const room = new Room(() => free);
 * room.state(); // { full: true, freeMb: 10 }
 * free = 80 * 2 ** 20;
 * room.state().full; // true: not yet enough to go on
 * free = 100 * 2 ** 20;
 * room.state().full; // false
 */
export class Room {
  private readonly free: () => number | null;
  private full = false;

  constructor(free: () => number | null) {
    this.free = free;
  }

  state(): RoomState {
    const free = this.free();
    this.full = free !== null && free < (this.full ? ENOUGH_BYTES : TOO_LITTLE_BYTES);
    return { full: this.full, freeMb: free === null ? null : Math.floor(free / MB) };
  }

  get isFull(): boolean {
    return this.state().full;
  }

  /** Tells when the disk becomes full, and when there is room again. */
  watch(tell: (sentence: string) => void): void {
    let was = false;
    const look = (): void => {
      const { full, freeMb } = this.state();
      if (full && !was) tell(fullSentence(freeMb));
      if (was && !full) tell(`There is room on the disk again (${freeMb} MB). Changes are saved again.`);
      was = full;
    };
    look();
    setInterval(look, LOOK_EVERY_MS).unref();
  }
}

/** What to tell while the disk is full. @param freeMb what is left, in MB */
export const fullSentence = (freeMb: number | null): string =>
  `The disk is full: only ${freeMb} MB are left. You can read everything, but nothing new is saved until ${ENOUGH_BYTES / MB} MB are free.`;

/** The folder that the workspace and its private database lie in; null where the database is elsewhere. */
const workspaceFolder = (): string | null => (process.env.KETTLE_CACHE ? dirname(process.env.KETTLE_CACHE) : null);

/** Room where this program's workspace lies. Each thread has its own view of the same disk. */
export const room = new Room(() => freeBytesOf(workspaceFolder()));
