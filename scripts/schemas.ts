/** `npm run schemas`: writes the JSON Schemas of every open file to docs/schemas, from what reads them. */
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { jsonSchemaOf, OPEN_FILES } from '@keel/core';

const folder = fileURLToPath(new URL('../docs/schemas', import.meta.url));
mkdirSync(folder, { recursive: true });
for (const file of OPEN_FILES)
  writeFileSync(join(folder, `${file}.json`), `${JSON.stringify(jsonSchemaOf(file), null, 2)}\n`);
