/** The flights that come with the program: flown by `npm run demo-flights`, so that the demo is loaded without flying them. */
import { readFile } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { promisify } from 'node:util';
import { brotliDecompress } from 'node:zlib';

const HERE = dirname(fileURLToPath(import.meta.url));
/** Beside the sources, also where the program was built to another folder. */
const FOLDERS = [join(HERE, 'flights'), join(HERE, '..', 'src', 'demo', 'flights')];

/**
 * @returns the file of a lesson's flight, as its recorder wrote it
 * @throws Error where it is missing
 */
export async function flightFile({ key }: { key: string }): Promise<Buffer> {
  for (const folder of FOLDERS) {
    // It lies in one of the folders.
    const bytes = await readFile(join(folder, `${key}.csv.br`)).catch(() => null);
    if (bytes) return promisify(brotliDecompress)(bytes);
  }
  throw new Error(`the demo's flight ${key} is missing: npm run demo-flights flies it again`);
}
