/** Styles are taken one by one, so that the first page stays light: what is drawn has its own among them. */
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

const SOURCES = join(import.meta.dirname, '..');
const STYLES = join(SOURCES, '../../node_modules/@mantine/core/styles');
const taken = ['mantine', 'within']
  .map((name) => readFileSync(join(SOURCES, `theme/${name}.css`), 'utf8'))
  .join('');

const drawn = new Set(
  (readdirSync(SOURCES, { recursive: true }) as string[])
    .filter((file) => file.endsWith('.tsx'))
    .flatMap((file) => [
      ...readFileSync(join(SOURCES, file), 'utf8').matchAll(/import \{([^}]*)\} from '@mantine\/core'/g),
    ])
    .flatMap(([, names]) => names.split(','))
    .map((name) => name.trim()),
);

test.each([...drawn].filter((name) => existsSync(join(STYLES, `${name}.css`))))('%s has its style', (name) =>
  expect(taken).toContain(`@mantine/core/styles/${name}.css`),
);
