/** The interface is made without a line of the server: what it imports of it is a type, and nothing else. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';

test('of the server the client imports types alone', () => {
  const source = readFileSync(join(import.meta.dirname, 'client.ts'), 'utf8');
  const imports = source.split('\n').filter((line) => /from '[^']*server\//.test(line));
  expect(imports).toHaveLength(1);
  expect(imports[0]).toMatch(/^import type \{/);
});
