/** The sentences, and those of the interface, keep to the glossary: what docs/words.md lists under "never" stands in none of them. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { sentencesIn } from '../testing/sentences.ts';

const GLOSSARY = join(import.meta.dirname, '../../../docs/words.md');
const never = readFileSync(GLOSSARY, 'utf8')
  .split('\n')
  .filter((line) => /^\| (?!Term|---)/.test(line))
  .flatMap((line) => line.split('|')[3].split(','))
  .map((term) => term.trim())
  .filter(Boolean);

const sentences = [
  ...sentencesIn('words'),
  ...sentencesIn('../../web/src'),
  ...sentencesIn('../../server/src'),
];

test('the glossary names what is never said', () => {
  expect(never).toEqual(expect.arrayContaining(['band', 'excursion', 'warner']));
});

test.each(never)('nothing says “%s”', (term) => {
  const said = new RegExp(`\\b${term}s?\\b`, 'i');
  const found = sentences.filter(({ text }) => said.test(text));
  expect(found).toEqual([]);
});
