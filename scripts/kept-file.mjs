// Small files beside the data (who runs, the secret): written whole or not at all, read with a guard.
import { closeSync, fsyncSync, linkSync, openSync, readFileSync, renameSync, rmSync, writeSync } from 'node:fs';
import { dirname } from 'node:path';

const syncFolder = (file) => {
  const folder = openSync(dirname(file), 'r');
  try {
    fsyncSync(folder);
  } catch {
    // Not every file system can; the file itself is down.
  } finally {
    closeSync(folder);
  }
};

const writeFresh = (file, text, mode) => {
  const fresh = `${file}.${process.pid}.new`;
  rmSync(fresh, { force: true });
  const out = openSync(fresh, 'wx', mode);
  try {
    writeSync(out, text);
    fsyncSync(out);
  } catch (error) {
    rmSync(fresh, { force: true });
    throw error;
  } finally {
    closeSync(out);
  }
  return fresh;
};

/** Writes a file so that whoever reads it finds the old text or the new one, and never a part of either. */
export const writeKept = (file, text, mode = 0o600) => {
  renameSync(writeFresh(file, text, mode), file);
  syncFolder(file);
};

/** Makes a file with its text unless it is there already; false when it is. Of two that try at once one succeeds. */
export const makeKept = (file, text, mode = 0o600) => {
  const fresh = writeFresh(file, text, mode);
  try {
    linkSync(fresh, file);
    syncFolder(file);
    return true;
  } catch (error) {
    if (error.code === 'EEXIST') return false;
    throw error;
  } finally {
    rmSync(fresh, { force: true });
  }
};

/** What a JSON file holds; null when it is not there, empty, cut short or not what is expected. */
export const readKept = (file, isRight) => {
  try {
    const value = JSON.parse(readFileSync(file, 'utf8'));
    return value !== null && typeof value === 'object' && isRight(value) ? value : null;
  } catch {
    return null;
  }
};
