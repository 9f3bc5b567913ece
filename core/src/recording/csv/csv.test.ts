import fc from 'fast-check';
import { InputError } from '../../errors.ts';
import { describeInput } from '../../words/input-error.ts';
import { makeTrack } from '../track/track.ts';
import { readRecordingCsv } from './csv.ts';
import { writeRecordingCsv } from './write-csv.ts';

const HEADER = 'time_s,alt_ft,ias_kt,hdg_deg';
const rows = (...lines: string[]) => [HEADER, ...lines].join('\n');

/** What the refusal says, with the place it names. */
function refusal(text: string): string {
  try {
    makeTrack(readRecordingCsv(text));
  } catch (error) {
    if (error instanceof InputError) return describeInput(error, 'flight.csv');
    throw error;
  }
  throw new Error('it was read');
}

describe('what is read', () => {
  test('header lines, empty cells and unknown columns', () => {
    const recording = readRecordingCsv(
      [
        '# keelpath-recording: 1',
        '# airplane: cairn-4',
        '# date: 2026-05-31',
        '# ground_ft: 1900',
        '# weight_lb: 2200',
        '# colour: red',
        'time_s,alt_ft,ias_kt,hdg_deg,cabin',
        '0,4500,95,360,warm',
        '1,,95.5,1,warm',
      ].join('\n'),
    );
    expect(recording.header).toEqual({
      airplane: 'cairn-4',
      date: '2026-05-31',
      groundFt: 1900,
      weightLb: 2200,
    });
    expect([...recording.channels.alt_ft!]).toEqual([4500, Number.NaN]);
    expect(recording.warnings).toEqual([
      { code: 'header-unknown', params: { line: 6, name: 'colour' } },
      { code: 'column-unknown', params: { name: 'cabin' } },
    ]);
  });

  test('clock time becomes seconds since the first row', () => {
    const recording = readRecordingCsv(
      'utc,alt_ft,ias_kt,hdg_deg\n2026-05-31T09:30:00Z,4500,95,1\n2026-05-31T10:30:01.5+01:00,4500,95,1\n',
    );
    expect([...recording.timeS]).toEqual([0, 1.5]);
    expect(recording.epochMs).toBe(Date.UTC(2026, 4, 31, 9, 30));
  });

  test('a clock that comes late belongs to its own row, not to the first', () => {
    const recording = readRecordingCsv(
      'time_s,utc,alt_ft,ias_kt,hdg_deg\n5,,4500,95,1\n6,,4500,95,1\n8,2026-05-31T09:30:00Z,4500,95,1\n9,2026-05-31T09:30:01Z,4500,95,1\n',
    );
    // Seconds were zero eight seconds before the clock was read.
    expect(recording.epochMs).toBe(Date.UTC(2026, 4, 31, 9, 29, 52));
    expect([...recording.timeS]).toEqual([5, 6, 8, 9]);
  });

  test('without seconds of its own a row needs the clock, and the first without it is named', () => {
    expect(() =>
      readRecordingCsv('utc,alt_ft,ias_kt,hdg_deg\n,4500,95,1\n2026-05-31T09:30:00Z,4500,95,1\n'),
    ).toThrow('row/no-time');
  });

  test('time_s is kept as it stands in the file', () => {
    expect([...readRecordingCsv(rows('100,1,2,3', '101.25,1,2,3')).timeS]).toEqual([100, 101.25]);
  });

  test('quotes, blank lines, trailing delimiters and mixed line ends', () => {
    const recording = readRecordingCsv(
      'time_s,"alt_ft",ias_kt,hdg_deg,\r\n0,"4500",95,3,\n\r\n1,4510,95,3,\r\n',
    );
    expect([...recording.channels.alt_ft!]).toEqual([4500, 4510]);
  });

  test('what is written reads back the same (property)', () => {
    const cell = fc.oneof(
      fc.constant(Number.NaN),
      fc.integer({ min: -2000, max: 60_000 }).map((n) => n / 4),
    );
    fc.assert(
      fc.property(fc.array(cell, { minLength: 1, maxLength: 40 }), (altitudes) => {
        fc.pre(altitudes.some((value) => !Number.isNaN(value)));
        const timeS = Float64Array.from(altitudes, (_, i) => i / 8);
        const channels = { alt_ft: Float64Array.from(altitudes), ias_kt: timeS.map(() => 95) };
        const back = readRecordingCsv(
          writeRecordingCsv({ header: { note: 'x' }, timeS, channels, warnings: [] }),
        );
        expect(back.timeS).toEqual(timeS);
        expect(back.channels).toEqual(channels);
      }),
    );
  });
});

describe('what is refused, with its place and what was expected', () => {
  test.each([
    ['an empty file', '', /flight\.csv, line 1: the file holds no data; a header row/],
    ['header lines only', '# airplane: cairn-4\n', /no data/],
    ['a header without rows', `${HEADER}\n`, /line 1: there is a header row but no data/],
    [
      'a column twice',
      'time_s,alt_ft,ias_kt,alt_ft\n0,1,2,3',
      /line 1, column 4: column "alt_ft" stands twice/,
    ],
    ['no time column', 'alt_ft,ias_kt,hdg_deg\n1,2,3', /line 1: there is no time column/],
    ['a word', rows('0,4500,95,3', '1,high,95,3'), /line 3, column 2 \(alt_ft\): "high" is not a number/],
    ['a hexadecimal number', rows('0,0x10,95,3'), /line 2, column 2 \(alt_ft\)/],
    ['a decimal comma', 'time_s;alt_ft;ias_kt;hdg_deg\n0;4500,5;95;3', /the decimal sign is a point/],
    [
      'time going back',
      rows('0,1,95,3', '2,1,95,3', '1,1,95,3'),
      /line 4, column 1 \(time_s\): the time goes back/,
    ],
    ['a time twice', rows('0,1,95,3', '0,1,95,3'), /line 3, column 1 \(time_s\): the same time stands twice/],
    ['an empty time', rows('0,1,95,3', ',1,95,3'), /line 3, column 1 \(time_s\): the time is empty/],
    ['a short row', rows('0,1,95,3', '1,1,95'), /line 3: the row has 3 cells, the header has 4/],
    ['a long row', rows('0,1,95,3,7'), /line 2: the row has 5 cells, the header has 4/],
    ['an open quote', rows('0,1,95,3', '1,"1,95,3'), /quoted cell/],
    ['an impossible value', rows('0,1,950,3'), /line 2, column 3 \(ias_kt\): 950 is not possible/],
    ['a later version', `# keelpath-recording: 2\n${rows('0,1,95,3')}`, /line 1: this is version 2/],
    ['a date that is none', `# date: 31.5.2026\n${rows('0,1,95,3')}`, /line 1: date is/],
    ['a bad clock time', 'utc,alt_ft\nnoon,4500', /line 2, column 1 \(utc\): "noon" is not an ISO 8601 time/],
    ['no altitude', 'time_s,ias_kt,hdg_deg\n0,95,3\n1,95,3', /no altitude was recorded/],
    [
      'no heading nor position',
      'time_s,alt_ft,ias_kt\n0,4500,95\n1,4500,95',
      /neither ias_kt with hdg_deg nor/,
    ],
    ['a row every five seconds', rows('0,1,95,3', '5,1,95,3', '10,1,95,3', '15,1,95,3'), /only every 5\.0 s/],
  ])('%s', (_name, text, message) => {
    const words = refusal(text);
    expect(words).toMatch(message);
    expect(words).not.toContain('\n');
  });

  test('lines are counted through quoted cells with line ends in them', () => {
    const text = 'time_s,alt_ft,ias_kt,hdg_deg,note\n0,1,95,3,"two\nlines"\n1,x,95,3,\n';
    expect(refusal(text)).toMatch(/line 4, column 2/);
  });

  test('whatever the text, it is read or refused, never a crash (property)', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 200 }), (noise) => {
        for (const text of [noise, `${HEADER}\n${noise}`]) {
          try {
            readRecordingCsv(text);
          } catch (error) {
            expect(error).toBeInstanceOf(InputError);
          }
        }
      }),
      { numRuns: 300 },
    );
  });
});
