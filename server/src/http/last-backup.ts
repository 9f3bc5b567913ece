/** How the nightly backups are doing, where there is a folder for them. */
import { readdir, stat } from 'node:fs/promises';
import { join } from 'node:path';

const OVERDUE_MS = 48 * 3600_000;

/** `off` where none are made; `overdue` where the latest is older than two days; else when it was made. */
export async function lastBackup(folder = process.env.KEEL_BACKUP_DIR): Promise<string> {
  if (!folder) return 'off';
  // A folder that cannot be read holds no backup that anybody could restore: overdue.
  const names = await readdir(folder).catch(() => []);
  const times = await Promise.all(
    names
      .filter((name) => name.endsWith('.dump'))
      .map(async (name) => (await stat(join(folder, name))).mtimeMs),
  );
  const latest = Math.max(0, ...times);
  return Date.now() - latest > OVERDUE_MS ? 'overdue' : new Date(latest).toISOString();
}
