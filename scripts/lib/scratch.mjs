/** A folder for what a test run makes and throws away. */
import { chmodSync, mkdtempSync, statfsSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** Linux keeps this folder in memory: thirty databases are made and gone there in a moment. */
const IN_MEMORY = '/dev/shm';
/** What a run may come to need. A container often has 64 MB there, which is too little. */
const NEEDED_BYTES = 4e9;

function hasRoom(folder) {
  try {
    const { bavail, bsize } = statfsSync(folder);
    return bavail * bsize > NEEDED_BYTES;
  } catch {
    return false;
  }
}

/** @returns the path of a new folder that every user may enter; whoever asked for it removes it. */
export function scratchFolder(name) {
  const folder = mkdtempSync(join(hasRoom(IN_MEMORY) ? IN_MEMORY : tmpdir(), `${name}-`));
  chmodSync(folder, 0o755);
  return folder;
}
