/** The score command as a person calls it: its output, its refusals and its exit codes. */
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import {
  demonstrationLegs,
  findStandard,
  fleet,
  flyLesson,
  scoreSchema,
  targetCard,
  writeRecordingCsv,
} from '@keel/core';
import { outcomeOf } from './lib/cli.ts';
import { score as command } from './score.ts';

const folder = mkdtempSync(join(tmpdir(), 'keel-score-'));
afterAll(() => rmSync(folder, { recursive: true }));

const write = (name: string, text: string | Buffer) => {
  writeFileSync(join(folder, name), text);
  return join(folder, name);
};
const weightLb = 2200;
const card = targetCard({
  airplane: fleet[0],
  standard: findStandard('faa-private')!,
  maneuver: 'steep-turn',
  weightLb,
  groundFt: 1900,
});
const { recording } = flyLesson({
  airplane: fleet[0],
  weightLb,
  groundFt: 1900,
  legs: demonstrationLegs(card),
  recorder: { rateHz: 2 },
});
const flight = write('flight.csv', writeRecordingCsv(recording));

const score = (...args: string[]) => {
  const { status, stdout, stderr } = outcomeOf(command, args);
  return { status, stdout, refusals: stderr.split('\n').filter((line) => line !== '') };
};

test('JSON is the score, from header, options and file', () => {
  const { status, stdout } = score(flight, '--format', 'json', '--judge', 'strict', '--standard', 'easa-ppl');
  expect(status).toBe(0);
  const result = scoreSchema.parse(JSON.parse(stdout));
  expect(result).toMatchObject({
    airplane: 'cairn-4',
    weightLb: 2200,
    groundFt: 1900,
    judge: 'strict',
    standard: 'easa-ppl',
  });
  expect(result.sha256.recording).toMatch(/^[0-9a-f]{64}$/);
  expect(result.attempts.map(({ variant }) => variant)).toEqual(['left', 'right']);
});

test('by default a table, and an option beats the header', () => {
  const airplane = write('other.json', JSON.stringify({ ...fleet[1], id: 'other' }));
  const { status, stdout } = score(flight, '--airplane', airplane, '--weight-lb', '1800');
  expect(status).toBe(0);
  expect(stdout).toMatch(/airplane other/);
  expect(stdout).toMatch(/1\. steep-turn left {3}0:2\d/);
});

test('--columns writes what was read and what was worked out, row for row', () => {
  const out = join(folder, 'columns.csv');
  expect(score(flight, '--columns', out).status).toBe(0);
  const lines = readFileSync(out, 'utf8').trimEnd().split('\n');
  expect(lines.find((line) => line.startsWith('# bank_deg.used'))).toMatch(/source=measured/);
  const body = lines.filter((line) => !line.startsWith('#'));
  expect(body).toHaveLength(1 + recording.timeS.length);
  expect(body[0]).toMatch(/^time_s,.*alt_ft\.used/);
  const nowhere = score(flight, '--columns', join(folder, 'none', 'columns.csv'));
  expect(nowhere.status).toBe(2);
  expect(nowhere.refusals[0]).toMatch(/--columns .*: /);
});

test('a brief stands beside the targets', () => {
  const brief = write(
    'brief.json',
    JSON.stringify({ maneuver: 'steep-turn', entry: { altitudeFt: 4400 }, bankDeg: 45 }),
  );
  const { stdout } = score(flight, '--format', 'json', '--brief', brief);
  expect(JSON.parse(stdout).attempts[0].brief).toEqual({ altitudeFt: 4400, bankDeg: 45 });
});

test.each([
  ['no file', [], /one recording file was expected/],
  ['a file that is not there', ['none.csv'], /none\.csv: there is no such file/],
  ['an unknown standard', [flight, '--standard', 'mine'], /--standard mine: not known; one of faa-private/],
  ['an unknown judge', [flight, '--judge', 'kind'], /strict or examiner was expected/],
  ['an unknown airplane', [flight, '--airplane', 'kite'], /not an airplane of the fleet \(cairn-4/],
  ['an unknown option', [flight, '--loud'], /Unknown option '--loud'/],
  ['a weight that is none', [flight, '--weight-lb', 'heavy'], /--weight-lb heavy: a number from 100/],
  ['an airplane with speeds out of order', [flight, '--airplane', 'bad.json'], /bad\.json: vs1Kias/],
  ['a brief that is no JSON', [flight, '--brief', 'text.json'], /text\.json: not JSON/],
  ['bytes that are no text', ['bytes.csv'], /bytes\.csv: not a text file/],
  [
    'a cell that is no number',
    ['cell.csv'],
    /cell\.csv, line 2, column 3 \(ias_kt\): "fast" is not a number/,
  ],
])('%s is refused in one line, with exit code 2', (_name, args, words) => {
  write('bad.json', JSON.stringify({ ...fleet[0], vs0Kias: 60 }));
  write('text.json', 'not json');
  write('bytes.csv', Buffer.from([0xff, 0xfe, 0x00, 0x81]));
  write('cell.csv', 'time_s,alt_ft,ias_kt,hdg_deg\n0,4500,fast,1\n');
  const local = /^(none|bad|text|bytes|cell)\./;
  const { status, stdout, refusals } = score(
    ...args.map((arg) => (local.test(arg) ? join(folder, arg) : arg)),
  );
  expect([status, stdout, refusals.length]).toEqual([2, '', 1]);
  expect(refusals[0]).toMatch(words);
  expect(refusals[0]).not.toMatch(/^\s+at /);
});

test('what was briefed and is not there stands in the JSON with its sentence and its card, and in the table', () => {
  const glide = targetCard({
    airplane: fleet[0]!,
    standard: findStandard('faa-private')!,
    maneuver: 'best-glide',
  });
  const brief = write('two-cards.json', JSON.stringify([card, glide]));
  const { notFound } = JSON.parse(score(flight, '--format', 'json', '--brief', brief).stdout);
  expect(notFound).toEqual([
    {
      maneuver: 'best-glide',
      variant: 'standard',
      card: 1,
      text: 'Briefed, but not in this recording: best glide.',
      nearestS: null,
    },
  ]);
  expect(score(flight, '--brief', brief).stdout).toContain('Briefed, but not in this recording: best glide.');
});

test('the air of an attempt has its word, and what is not scored says why by a code', () => {
  const { attempts } = JSON.parse(score(flight, '--format', 'json').stdout);
  for (const { air, examiner, notScored } of attempts) {
    expect(air).toMatchObject({ word: air.level });
    expect('gustKt' in air && 'standardError' in air).toBe(true);
    expect(notScored === undefined).toBe(examiner !== 'not-scored');
  }
  const { lat_deg, lon_deg, gps_alt_ft } = recording.channels;
  const positions = write(
    'positions.csv',
    writeRecordingCsv({ ...recording, header: {}, channels: { lat_deg, lon_deg, gps_alt_ft } }),
  );
  const slow = JSON.parse(score(positions, '--format', 'json').stdout).attempts;
  for (const { examiner, notScored } of slow)
    if (examiner === 'not-scored')
      expect(notScored).toMatchObject({ code: expect.stringMatching(/^[a-z-]+$/) });
});

test('a sound that is none is refused in a line', () => {
  expect(score(flight, '--sound', flight)).toMatchObject({
    status: 2,
    refusals: [expect.stringMatching(/not a WAV file/)],
  });
  expect(score(flight, '--sound', join(folder, 'nowhere.wav'))).toMatchObject({ status: 2 });
});
