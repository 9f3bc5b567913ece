import { rmSync } from 'node:fs';

export default async function teardown() {
  const { stop, folder } = globalThis.keelTestDatabase;
  await stop();
  rmSync(folder, { recursive: true, force: true });
}
