/**
 * Files of every kind, broken in every way that wires, disks and hands break them: each is read or refused, within a second, and
 * never anything else. Long sweeps (`npm run test:deep`) read a hundred thousand of them.
 */

import fc from 'fast-check';
import { findAirplane } from '../airplane/fleet.ts';
import { airplaneSchema } from '../airplane/schema.ts';
import { briefFileSchema } from '../card/targets.ts';
import { InputError } from '../errors.ts';
import { readControlFile } from '../flight/model/control-file.ts';
import { flyManeuver } from '../fly/fly.ts';
import { historySchema, readHistory } from '../path/history.ts';
import { readLogCsv } from '../path/logbook/csv.ts';
import { readSyllabus, syllabuses } from '../path/syllabus/syllabuses.ts';
import { readPeopleCsv } from '../people/people-csv.ts';
import { readStandard } from '../standards/read-standard.ts';
import { findStandard } from '../standards/standards.ts';
import { sentence } from '../testing/nmea.ts';
import { writeRecordingCsv } from './csv/write-csv.ts';
import { writeGpx } from './formats/write-gpx.ts';
import { readRecording } from './read/read-recording.ts';

const WORST_MS = 1000;
const DEEP = process.env.KEEL_DEEP === '1';
/** Of each kind. */
const RUNS = DEEP ? 10_000 : 60;

const { recording, card } = flyManeuver({
  airplane: findAirplane('cairn-4')!,
  maneuver: 'level-turn',
  recorder: { rateHz: 1 },
});
const igc = [
  'AXXXTEST',
  'HFDTE120626',
  'I013638TAS',
  ...Array.from(
    { length: 40 },
    (_, i) => `B1000${String(i).padStart(2, '0')}5437200N00254600WA0080000820120`,
  ),
].join('\r\n');
const nmea = [19, 20, 21, 22]
  .flatMap((s) => [
    sentence(`GPRMC,1235${s},A,4807.0${s},N,01131.000,E,022.4,084.4,230394,003.1,W`),
    sentence(`GPGGA,1235${s},4807.0${s},N,01131.000,E,1,08,0.9,545.4,M,46.9,M,,`),
  ])
  .join('\r\n');
const csv = writeRecordingCsv(recording);
const history = JSON.stringify({
  judge: 'examiner',
  attempts: [
    {
      skill: 'steep-turn',
      at: '2026-05-01T10:00:00Z',
      flownIn: 'airplane',
      help: 'unaided',
      verdict: 'satisfactory',
      toleranceUsed: 0.8,
    },
  ],
});

const asJson = (read: (value: unknown) => unknown) => (text: string) => {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    // Whoever hands it over has been told already.
    return undefined;
  }
  return read(value);
};

const KINDS: [name: string, text: string, read: (text: string) => unknown][] = [
  ['a recording', csv, readRecording],
  [
    'a table of another make',
    csv.replaceAll(',', ';').replace('alt_ft', 'Altitude (m)').replace('ias_kt', 'IAS km/h'),
    readRecording,
  ],
  [
    'a track of points',
    writeGpx({ ...recording, channels: { ...recording.channels }, epochMs: 1_780_000_000_000 }, 'a flight'),
    readRecording,
  ],
  ['a soaring log', igc, readRecording],
  ['sentences of a receiver', nmea, readRecording],
  [
    'control positions',
    'time_s,throttle,elevator,aileron,rudder\n0,0.7,0,0,0\n5,0.8,0.1,,0\n',
    readControlFile,
  ],
  ['a logbook', 'Date,Aircraft,Total Time,Day Landings\n2026-05-01,K-1,1.2,3\n', readLogCsv],
  ['people', 'name,email,role,taught by\nAna Bel,ana@x.example,student,\n', readPeopleCsv],
  [
    'an airplane',
    JSON.stringify(findAirplane('cairn-4')),
    asJson((value) => airplaneSchema.safeParse(value)),
  ],
  ['a standard', JSON.stringify(findStandard('faa-private')), asJson(readStandard)],
  ['a syllabus', JSON.stringify(syllabuses[0]), asJson(readSyllabus)],
  ['cards', JSON.stringify(card), asJson((value) => briefFileSchema.safeParse(value))],
  [
    'a history',
    history,
    asJson((value) => {
      const history = historySchema.safeParse(value);
      return history.success && readHistory(history.data, '2026-06-01T10:00:00Z');
    }),
  ],
];

/** What a byte may become, what may stand in its place, and what comes in between. */
const NASTY = [
  '',
  '"',
  "'",
  '\0',
  '\uFEFF',
  '\uD800',
  '1e309',
  '-1e309',
  'NaN',
  '-0',
  '9'.repeat(400),
  ',,,,',
  '\n\n',
  '\r',
  '\t',
  ';',
  '<!DOCTYPE a [<!ENTITY b "c">]>',
  '<a>',
  ']]>',
  '&#x0;',
  '{',
  '[',
  '[[[[',
  'null',
  '__proto__',
  '=1+1',
  ' ',
  '🛩',
];
const mutations = fc.array(
  fc.record({
    at: fc.double({ min: 0, max: 1, noNaN: true }),
    length: fc.constantFrom(0, 1, 1, 2, 8, 200),
    put: fc.oneof(fc.constantFrom(...NASTY), fc.string({ unit: 'binary', maxLength: 6 })),
    again: fc.constantFrom(1, 1, 1, 3, 50),
  }),
  { minLength: 1, maxLength: 6 },
);
type Mutation = (typeof mutations extends fc.Arbitrary<infer M> ? M : never)[number];

const mutated = (text: string, changes: readonly Mutation[]): string =>
  changes.reduce((all, { at, length, put, again }) => {
    const from = Math.floor(at * all.length);
    return all.slice(0, from) + put.repeat(again) + all.slice(from + length);
  }, text);

describe.each(KINDS)('%s', (_, text, read) => {
  test('is read as it is', () => {
    expect(() => read(text)).not.toThrow();
  });

  test('broken, is read or refused, within a second', () => {
    let worstMs = 0;
    fc.assert(
      fc.property(mutations, (changes) => {
        const broken = mutated(text, changes);
        const began = performance.now();
        try {
          read(broken);
        } catch (error) {
          if (!(error instanceof InputError)) throw error;
        }
        worstMs = Math.max(worstMs, performance.now() - began);
      }),
      { numRuns: RUNS },
    );
    // A machine at other work may take its time: the long sweeps have it for themselves.
    if (DEEP) expect(worstMs).toBeLessThan(WORST_MS);
  });
});
