import { guessMapping, mappingSchema, tableHead } from '@keel/core';
import { choicesFrom, mappingFrom } from './mapping-choices.ts';

const head = tableHead(
  'Clock,Height (m),Speed (km/h),Heading,Memo\n09:30:00,1371,175,90,x\n09:30:01,1371,175,91,x\n',
);
const guess = mappingSchema.parse({
  time: { column: 'Clock', kind: 'clock' },
  channels: [
    { column: 'Height (m)', channel: 'alt_ft', unit: 'm' },
    { column: 'Speed (km/h)', channel: 'ias_kt', unit: 'km/h' },
    { column: 'Heading', channel: 'hdg_deg', unit: 'deg', flip: true },
  ],
});

test('a mapping goes into the form and comes out the same', () => {
  expect(mappingFrom(head, choicesFrom(head, guess), 'UTC')).toEqual(guess);
});

test('the guess for this table is enough but for the speed, which could be any', () => {
  const made = mappingFrom(head, choicesFrom(head, guessMapping(head)), 'UTC');
  expect(made).toMatch(/airspeed and heading/);
});

test.each([
  ['Clock', 'nothing', 'the column with the time'],
  ['Height (m)', 'nothing', 'the column with the altitude'],
  ['Heading', 'nothing', 'airspeed and heading, or latitude'],
  ['Memo', 'alt_ft', 'Two columns are the indicated altitude'],
])('%s as %s: it says what is missing', (column, as, words) => {
  const choices = choicesFrom(head, guess);
  choices[head.columns.indexOf(column)] = { as, unit: 'ft', flip: false };
  expect(mappingFrom(head, choices, 'UTC')).toContain(words);
});
