/** The fly command as a person calls it: its recordings, its refusals and its exit codes. */
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type ChannelName, readRecordingCsv } from '@keel/core';
import { fly as command } from './fly.ts';
import { outcomeOf } from './lib/cli.ts';

const folder = mkdtempSync(join(tmpdir(), 'keel-fly-'));
afterAll(() => rmSync(folder, { recursive: true }));

const fly = (...args: string[]) => {
  const { status, stdout, stderr } = outcomeOf(command, args);
  return { status, stdout, refusals: stderr.split('\n').filter((line) => line !== '') };
};
const controls = (name: string, text: string) => {
  writeFileSync(join(folder, name), text);
  return join(folder, name);
};
const last = (text: string, name: ChannelName) => readRecordingCsv(text).channels[name]!.at(-1)!;

test('a pilot’s flight is a recording with its headers and every channel; the same seed gives the same bytes', () => {
  const file = join(folder, 'turn.csv');
  expect(fly('--maneuver', 'steep-turn', '--seed', '3', '--rate', '5', '--out', file).status).toBe(0);
  const text = readFileSync(file, 'utf8');
  expect(fly('--maneuver', 'steep-turn', '--seed', '3', '--rate', '5').stdout).toBe(text);
  expect(fly('--maneuver', 'steep-turn', '--seed', '4', '--rate', '5').stdout).not.toBe(text);
  const recording = readRecordingCsv(text);
  expect(recording.header).toMatchObject({ airplane: 'cairn-4', weightLb: 2400, groundFt: 1900 });
  expect(recording.warnings).toEqual([]);
  expect(Object.keys(recording.channels)).toHaveLength(25);
  expect(recording.timeS[1] - recording.timeS[0]).toBeCloseTo(0.2, 3);
  // The first variant: to the left.
  expect(Math.min(...recording.channels.bank_deg!)).toBeLessThan(-40);
});

test('only positions, in a wind', () => {
  const { stdout } = fly(
    '--maneuver',
    'level-turn',
    '--channels',
    'position',
    '--rate',
    '1',
    '--wind',
    '250/20',
    '--turbulence',
    'light',
  );
  const { channels } = readRecordingCsv(stdout);
  expect(Object.keys(channels)).toEqual(['lat_deg', 'lon_deg', 'gps_alt_ft']);
});

test('control positions are flown from trimmed flight; an empty cell keeps the trimmed position', () => {
  const idle = fly(
    '--controls',
    controls('idle.csv', 'time_s,throttle,elevator\n0,,\n5,,\n30,,\n'),
    '--start',
    'altFt=5000,ias=85,hdg=90',
  );
  expect(idle.status).toBe(0);
  const { timeS, channels } = readRecordingCsv(idle.stdout);
  expect(timeS.at(-1)).toBeCloseTo(30, 1);
  expect(Math.abs(channels.alt_ft!.at(-1)! - 5000)).toBeLessThan(5);
  expect(Math.abs(channels.ias_kt!.at(-1)! - 85)).toBeLessThan(1);
  expect(Math.abs(channels.hdg_deg!.at(-1)! - 90)).toBeLessThan(2);

  const power = fly(
    '--controls',
    controls('power.csv', 'time_s,throttle\n0,\n2,1\n40,1\n'),
    '--start',
    'altFt=5000,ias=85,hdg=90',
  );
  expect(last(power.stdout, 'alt_ft')).toBeGreaterThan(5120);
  const roll = fly('--controls', controls('roll.csv', 'time_s,aileron\n0,0\n0.2,0.6\n2,0.6\n'));
  expect(last(roll.stdout, 'bank_deg')).toBeGreaterThan(20);
});

test('a whole lesson from the apron, and the cards that it was flown by', () => {
  const file = join(folder, 'cards.json');
  const { status, stdout } = fly('--lesson', 'steep-turns', '--apron', '--rate', '1', '--cards', file);
  expect(status).toBe(0);
  const lines = stdout.split('\n');
  // Parked at the beginning and at the end: the needle rests, and the wheels are at the field's level.
  const columns = lines.find((line) => line.startsWith('time_s'))!.split(',');
  const at = (line: string, name: string) => Number(line.split(',')[columns.indexOf(name)]);
  const rows = lines.filter((line) => /^\d/.test(line));
  for (const row of [rows[5], rows[rows.length - 5]]) {
    expect(at(row, 'gs_kt')).toBeLessThan(1);
    expect(Math.abs(at(row, 'alt_ft') - 900)).toBeLessThan(8);
  }
  const cards = JSON.parse(readFileSync(file, 'utf8'));
  expect(cards.map(({ maneuver }: { maneuver: string }) => maneuver)).toContain('steep-turn');
});

test.each([
  [['--lesson', 'nobody'], 'must be one of four-fundamentals'],
  [['--maneuver', 'steep-turn', '--apron'], '--apron and --cards go with --lesson'],
  [[], 'either --maneuver ID, --lesson TEMPLATE or --controls FILE.csv was expected'],
  [['--maneuver', 'barrel'], 'must be one of straight-and-level'],
  [['--maneuver', 'steep-turn', '--variant', 'up'], 'must be one of left, right'],
  [
    ['--maneuver', 'steep-turn', '--habit', 'slow-flight/too-fast'],
    'must be none or one of steep-turn/no-clearing',
  ],
  [['--maneuver', 'best-glide', '--habit', 'best-glide/drill-item-missed'], 'no channel records it'],
  [['--maneuver', 'steep-turn', '--rate', '100'], '--rate 100: a number from 0.5 to 50 was expected'],
  [['--maneuver', 'steep-turn', '--seed', '1.5'], 'a whole number'],
  [['--maneuver', 'steep-turn', '--wind', '400/10'], 'DIR/KT was expected'],
  [['--maneuver', 'steep-turn', '--turbulence', 'severe'], 'none, light, moderate was expected'],
  [['--maneuver', 'steep-turn', '--channels', 'all'], 'full or position was expected'],
  [['--maneuver', 'steep-turn', '--airplane', 'nobody'], 'not an airplane of the fleet'],
  [['--maneuver', 'steep-turn', '--start', 'ias=90'], '--start goes with --controls'],
  [['--lesson', 'stalls', '--habit', 'zzz'], '--habit zzz: goes with --maneuver alone'],
  [['--lesson', 'stalls', '--variant', 'left'], '--variant left: goes with --maneuver alone'],
  [['--controls', 'missing.csv'], 'there is no such file'],
])('refused in one line with exit code 2: %j', (args, says) => {
  const { status, refusals } = fly(...args);
  expect(status).toBe(2);
  expect(refusals).toHaveLength(1);
  expect(refusals[0]).toContain(says);
});

test.each([
  ['time_s,throttle\n0,2\n', 'line 2, column 2 (throttle): 2: a number from 0 to 1 was expected'],
  ['time_s,throttle\n0,0.5\n0,0.6\n', 'line 3'],
  ['throttle\n1\n', 'a column time_s was expected'],
  ['time_s,thrust\n0,1\n', 'column 2 (thrust): unknown; throttle'],
  ['time_s,throttle\n', 'at least one row'],
  ['time_s,throttle\n0\n', 'line 2: 1 cells; 2 were expected'],
])('a control file that cannot be flown names line and column: %j', (text, says) => {
  const { status, refusals } = fly('--controls', controls('bad.csv', text));
  expect(status).toBe(2);
  expect(refusals[0]).toContain('bad.csv');
  expect(refusals[0]).toContain(says);
});

test('a start that the airplane cannot be trimmed at says so', () => {
  const file = controls('one.csv', 'time_s,throttle\n0,\n5,\n');
  const slow = fly('--controls', file, '--start', 'altFt=4500,ias=32,hdg=0');
  expect(slow.status).toBe(2);
  expect(slow.refusals[0]).toContain('cannot be trimmed at 32 KIAS');
  expect(fly('--controls', file, '--start', 'alt=3').refusals[0]).toContain(
    'altFt=FEET,ias=KNOTS,hdg=DEGREES',
  );
});
