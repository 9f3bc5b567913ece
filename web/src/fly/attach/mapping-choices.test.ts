/** The dialog's choices and the mapping that they come to, and what is asked for until they come to one. */
import type { Mapping, TableHead } from '@keel/core';
import { type Choice, choicesFrom, mappingFrom, NOTHING, TIME, unitChoices } from './mapping-choices.ts';

const COLUMNS = ['Date', 'Time', 'Altitude', 'Speed', 'Heading', 'Roll', 'Note'];
const head = { columns: COLUMNS, rows: [] } as unknown as TableHead;
const [firstTime] = unitChoices(TIME);

const nothing: Choice = { as: NOTHING, unit: '', flip: false };
const as = (name: string, unit = unitChoices(name)[0].value, flip = false): Choice => ({
  as: name,
  unit,
  flip,
});
const choose = (chosen: Record<string, Choice>): Choice[] =>
  COLUMNS.map((column) => chosen[column] ?? nothing);
const enough = {
  Time: as(TIME),
  Altitude: as('alt_ft'),
  Speed: as('ias_kt'),
  Heading: as('hdg_deg'),
};

test('enough is time, altitude, and speed with heading', () => {
  expect(mappingFrom(head, choose(enough), 'UTC')).toEqual({
    time: { column: 'Time', kind: firstTime.value },
    channels: [
      { column: 'Altitude', channel: 'alt_ft', unit: 'ft', flip: false },
      { column: 'Speed', channel: 'ias_kt', unit: 'kt', flip: false },
      { column: 'Heading', channel: 'hdg_deg', unit: unitChoices('hdg_deg')[0].value, flip: false },
    ],
  });
});

test('positions stand for speed and heading, and their altitude for the altimeter’s', () => {
  const positions = {
    Time: as(TIME),
    Altitude: as('gps_alt_ft'),
    Speed: as('lat_deg'),
    Heading: as('lon_deg'),
  };
  expect(mappingFrom(head, choose(positions), 'UTC')).toMatchObject({ time: { column: 'Time' } });
});

test.each([
  ['Choose the column with the time.', { ...enough, Time: nothing }],
  ['Choose the column with the altitude.', { ...enough, Altitude: nothing }],
  ['Choose airspeed and heading, or latitude and longitude.', { ...enough, Speed: nothing }],
  ['Choose airspeed and heading, or latitude and longitude.', { ...enough, Heading: as('lat_deg') }],
])('“%s” is said where it is missing', (says, chosen) => {
  expect(mappingFrom(head, choose(chosen), 'UTC')).toBe(says);
});

test('two columns of one kind are one too many, and it is said which', () => {
  const said = mappingFrom(head, choose({ ...enough, Note: as('alt_ft') }), 'UTC');
  expect(said).toMatch(/^Two columns are the .*altitude.*; keep one\.$/i);
});

test('what was said before stands there again, unit, sign and all', () => {
  const rolled = choose({ ...enough, Date: as('date'), Roll: as('bank_deg', undefined, true) });
  const mapping = mappingFrom(head, rolled, 'UTC') as Mapping;
  expect(mapping).toMatchObject({
    date: { column: 'Date' },
    channels: expect.arrayContaining([expect.objectContaining({ channel: 'bank_deg', flip: true })]),
  });
  expect(choicesFrom(head, mapping)).toEqual(rolled);
});

test('a column that the file no longer has is not asked for', () => {
  const mapping = mappingFrom(head, choose(enough), 'UTC') as Mapping;
  const shorter = { ...head, columns: COLUMNS.slice(0, 4) };
  const choices = choicesFrom(shorter, mapping);
  expect(choices).toHaveLength(4);
  expect(mappingFrom(shorter, choices, 'UTC')).toBe(
    'Choose airspeed and heading, or latitude and longitude.',
  );
});

test('each choice has units of its own, and the first is one that it can be in', () => {
  expect(unitChoices('ias_kt').map(({ value }) => value)).toEqual(
    expect.arrayContaining(['kt', 'km/h', 'mph']),
  );
  expect(unitChoices('alt_ft').map(({ value }) => value)).toEqual(expect.arrayContaining(['ft', 'm']));
  expect(unitChoices(NOTHING)).toEqual([]);
  expect(unitChoices(TIME).length).toBeGreaterThan(1);
});

test('a time of day in a column of local times is read in the school’s zone; any other in UTC', () => {
  const local = { ...head, columns: head.columns.map((one) => (one === 'Time' ? 'Time (local)' : one)) };
  const at = head.columns.indexOf('Time');
  const choices = choose(enough).map((choice, i) => (i === at ? { ...choice, unit: 'clock' } : choice));
  expect(mappingFrom(local, choices, 'Europe/London')).toMatchObject({ time: { zone: 'Europe/London' } });
  expect(mappingFrom(head, choices, 'Europe/London')).not.toHaveProperty('time.zone');
});
