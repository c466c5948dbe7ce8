// Room on the disk that a workspace lies on, and a reserve of it: a database that starts on a full disk needs a few megabytes
// for its temporary tables. Plain JavaScript without packages, because it runs before anything is installed.
import { randomFillSync } from 'node:crypto';
import { closeSync, existsSync, fsyncSync, openSync, renameSync, rmSync, statfsSync, writeSync } from 'node:fs';
import { join } from 'node:path';

const MB = 2 ** 20;
/** With less than this free the server saves nothing (`server/src/ground/room/room.ts`), and what stops is started as often as it takes. */
const TOO_LITTLE_MB = 64;
/** Less than that: given away, it must not look like room. */
const RESERVE_MB = 48;
/** The reserve is made when so much is free that three times as much is left beside it. */
const PLENTY_MB = 4 * RESERVE_MB;
/** With less than this free the reserve is given to the database, which sorts and groups in temporary files while it is read. */
const NOTHING_MB = 16;

const freeMb = (folder) => {
  const { bavail, bsize } = statfsSync(folder);
  return (bavail * bsize) / MB;
};

/** True when there is hardly any room left where a folder lies. */
export const isFull = (folder) => {
  try {
    return freeMb(folder) < TOO_LITTLE_MB;
  } catch {
    return false;
  }
};

/** Puts some room aside, when there is plenty. Filled at random: zeros take no room on disks that compress. */
const keepReserve = (folder) => {
  const file = join(folder, 'reserve');
  try {
    if (existsSync(file) || freeMb(folder) < PLENTY_MB) return;
    const half = `${file}.half`;
    const to = openSync(half, 'w', 0o600);
    const piece = Buffer.alloc(MB);
    for (let n = 0; n < RESERVE_MB; n++) writeSync(to, randomFillSync(piece));
    fsyncSync(to);
    closeSync(to);
    renameSync(half, file);
  } catch {
    // It is a help, and nothing depends on it.
  }
};

/** Keeps the reserve while there is plenty of room, and gives it away when there is none: reading needs some. */
export const tendReserve = (folder) => {
  try {
    if (freeMb(folder) < NOTHING_MB) giveReserve(folder);
    else keepReserve(folder);
  } catch {
    // It is a help, and nothing depends on it.
  }
};

/** Gives the reserve back to the disk. */
export const giveReserve = (folder) => {
  rmSync(join(folder, 'reserve'), { force: true });
  rmSync(join(folder, 'reserve.half'), { force: true });
};
