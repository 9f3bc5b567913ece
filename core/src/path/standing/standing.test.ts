import type { Coded } from '../../coded.ts';
import { standingReason } from '../../words/standing.ts';
import { DEFAULT_SYLLABUS } from '../syllabus/syllabuses.ts';
import type { FlownAttempt } from './evidence.ts';
import { recordOf, standingOn } from './standing.ts';

const steep = DEFAULT_SYLLABUS.skills.find(({ id }) => id === 'steep-turn')!;
const STALE_DAYS = 30;

let minute = 0;
const flown = (day: string, change: Partial<FlownAttempt> = {}): FlownAttempt => ({
  at: `${day}T10:${String(minute++ % 60).padStart(2, '0')}:00Z`,
  day,
  flownIn: 'airplane',
  help: 'unaided',
  verdict: 'satisfactory',
  toleranceUsed: 0.55,
  grade: 3,
  ...change,
});
const bad = { verdict: 'unsatisfactory', toleranceUsed: 1.5 } as const;
const asked = { rules: DEFAULT_SYLLABUS.ready, asks: [], byHand: false };
const record = (evidence: FlownAttempt[], more: object = {}) =>
  recordOf({ evidence, asked, staleAfterDays: STALE_DAYS, ...more });
const on = (day: string, evidence: FlownAttempt[], more: object = {}) =>
  standingOn(record(evidence, more), day, STALE_DAYS);

const said = (why: Coded[]): string => why.map(standingReason).join();

/** Six clean attempts on three days. */
const ready = (change: Partial<FlownAttempt> = {}): FlownAttempt[] =>
  ['2026-01-05', '2026-01-09', '2026-01-14'].flatMap((day) => [flown(day, change), flown(day, change)]);

describe('a standing in words', () => {
  test.each<[string, FlownAttempt[]]>([
    ['not flown', []],
    ['shown', [flown('2026-01-05', { help: 'demonstration', toleranceUsed: 0.2 })]],
    ['guided', [flown('2026-01-05', { help: 'prompted' })]],
    ['guided', [flown('2026-01-05', bad)]],
    ['holding', [flown('2026-01-05'), flown('2026-01-09')]],
    ['ready', ready()],
  ])('%s', (word, evidence) => {
    expect(on('2026-01-15', evidence).standing).toBe(word);
  });

  test('three clean attempts in one afternoon are not ready', () => {
    const day = [1, 2, 3].map(() => flown('2026-01-05', { grade: 4, toleranceUsed: 0.2 }));
    const { standing, why } = on('2026-01-06', day);
    expect(standing).toBe('holding');
    expect(said(why)).toMatch(/needs 5 unaided attempts on 3 days, has 3 on 1/);
  });

  test('what the student flew with help, in the trainer, or nobody knows how, never counts for it', () => {
    for (const change of [
      { help: 'prompted' },
      { flownIn: 'trainer' },
      { help: 'unknown' },
      { restsOnUnseen: true },
    ] as const) {
      expect(on('2026-01-15', ready(change))).toMatchObject({ standing: 'guided', counted: 0, chance: null });
    }
  });

  test('discontinued with its reason says nothing; broken off without one, after something was out, is a failure', () => {
    const more = (change: Partial<FlownAttempt>) => [
      ...ready(),
      flown('2026-01-16', { verdict: 'not-scored', ...change }),
      flown('2026-01-16', { verdict: 'not-scored', ...change }),
    ];
    expect(on('2026-01-17', more({})).standing).toBe('ready');
    expect(on('2026-01-17', more({ brokenOff: true })).standing).not.toBe('ready');
  });

  test('failures count where successes do not: with help, and when the instructor took over', () => {
    for (const failure of [{ ...bad, help: 'prompted' }, { help: 'taken-over' }] as const)
      expect(on('2026-01-17', [...ready(), flown('2026-01-16', failure)]).standing).toBe('guided');
  });

  test('a failure in moderate air with nothing critical does not count', () => {
    const rough = [...ready(), flown('2026-01-16', { ...bad, moderateAir: true })];
    expect(on('2026-01-17', rough).standing).toBe('ready');
    const critical = [...ready(), flown('2026-01-16', { ...bad, moderateAir: true, critical: true })];
    expect(on('2026-01-17', critical).standing).not.toBe('ready');
  });
});

test('whose flying it was: said of some, the rest are counted; said of none, nobody has said', () => {
  const unknown = { help: 'unknown' } as const;
  const none = [flown('2026-01-05', unknown), flown('2026-01-05', unknown)];
  expect(said(on('2026-01-06', none).why)).toMatch(/^nobody has entered who flew/);
  const some = [flown('2026-01-05', { help: 'prompted' }), flown('2026-01-05', unknown)];
  expect(said(on('2026-01-06', some).why)).toMatch(/for 1 of 2 attempts in the airplane nobody has entered/);
});

describe('what ready asks for', () => {
  test('the instructor’s last grade vetoes, and none caps at holding', () => {
    const veto = [...ready(), flown('2026-01-16', { grade: 2 })];
    expect(on('2026-01-17', veto)).toMatchObject({ standing: 'holding' });
    expect(said(on('2026-01-17', veto).why)).toMatch(/grade of 3, the last is 2/);
    expect(on('2026-01-17', ready({ grade: null })).standing).toBe('holding');
  });

  test('the first try of the last day good', () => {
    const late = [...ready(), flown('2026-01-16', bad), flown('2026-01-16'), flown('2026-01-16')];
    expect(said(on('2026-01-17', late).why)).toMatch(/first attempt of the day.*and the last one/);
    expect(on('2026-01-17', late).standing).not.toBe('ready');
  });

  test('each direction twice on two days, the last within thirty', () => {
    const both = { asked: { ...asked, asks: steep.asks } };
    const turns = (day: string) => [flown(day, { variant: 'left' }), flown(day, { variant: 'right' })];
    const days = ['2026-01-05', '2026-01-09', '2026-01-14'];
    expect(on('2026-01-15', days.flatMap(turns), both).standing).toBe('ready');
    const left = days.flatMap((day) => [flown(day, { variant: 'left' }), flown(day, { variant: 'left' })]);
    expect(said(on('2026-01-15', left, both).why)).toMatch(
      /to the right: needs \d to standard on \d days?, has 0/,
    );
    // An attempt that does not say counts for either.
    expect(on('2026-01-15', ready(), both).standing).toBe('ready');
    const old = [
      ...days.flatMap(turns),
      ...['2026-02-10', '2026-02-20'].map((d) => flown(d, { variant: 'left' })),
    ];
    expect(said(on('2026-02-21', old, both).why)).toMatch(
      /to the right: needs one within \d+ days, the last was 37 days before/,
    );
  });

  test('descents at high and at low drag: 14 CFR 61.87(d)(8), from memory', () => {
    const { asks } = DEFAULT_SYLLABUS.skills.find(({ id }) => id === 'descending-turn')!;
    const both = { asked: { ...asked, asks } };
    const turns = (configuration: FlownAttempt['configuration']) =>
      ['2026-01-05', '2026-01-09', '2026-01-14'].flatMap((day) =>
        ['left', 'right'].map((variant) => flown(day, { variant, configuration })),
      );
    expect(said(on('2026-01-15', turns('clean'), both).why)).toMatch(/with flaps, at high drag: needs 1/);
    expect(said(on('2026-01-15', turns('landing'), both).why)).toMatch(/without flaps, at low drag: needs 1/);
    expect(
      on('2026-01-15', [...turns('clean'), flown('2026-01-14', { configuration: 'takeoff' })], both).standing,
    ).toBe('ready');
  });

  test('help said attempt by attempt', () => {
    expect(said(on('2026-01-15', ready({ helpInBulk: true })).why)).toMatch(/attempt by attempt/);
  });

  test('after a critical event three clean on two later days, and the written word', () => {
    const event = flown('2026-01-16', { ...bad, critical: true });
    const after = (days: string[]) => [...ready(), event, ...days.map((day) => flown(day))];
    const clean = after(['2026-01-20', '2026-01-20', '2026-01-24', '2026-01-24', '2026-01-28', '2026-01-28']);
    expect(said(on('2026-01-29', clean).why)).toMatch(/written word is missing/);
    const word = { cleared: ['2026-01-28T18:00:00Z'] };
    expect(on('2026-01-29', clean, word).standing).toBe('ready');
    expect(said(on('2026-01-25', after(['2026-01-20', '2026-01-20', '2026-01-20']), word).why)).toMatch(
      /has 3 on 1/,
    );
    expect(on('2026-01-29', clean, { cleared: ['2026-01-10T18:00:00Z'] }).standing).not.toBe('ready');
  });
});

describe('time', () => {
  test('ready then nine weeks away is rusty, and the chance has fallen and widened', () => {
    const [before, after] = ['2026-01-15', '2026-03-18'].map((day) => on(day, ready()));
    expect(after.standing).toBe('rusty');
    expect(after.chance!.p).toBeLessThan(before.chance!.p);
    expect(after.chance!.high - after.chance!.low).toBeGreaterThan(before.chance!.high - before.chance!.low);
  });
  test('the last day of grace is not yet rusty', () => {
    expect(on('2026-02-13', ready())).toMatchObject({ standing: 'ready', rustyInDays: 0 });
    expect(on('2026-02-14', ready()).standing).toBe('rusty');
  });
  test('one clean first try with a grade of three or more restores it; a poorer one does not', () => {
    const again = (change: Partial<FlownAttempt>) => [...ready(), flown('2026-03-18', change)];
    expect(on('2026-03-19', again({ toleranceUsed: 0.95 })).standing).toBe('ready');
    expect(on('2026-03-19', again({ grade: 2 })).standing).not.toBe('ready');
    expect(on('2026-03-19', again(bad)).standing).not.toBe('ready');
  });
  test('a day before anything was flown says nothing yet, and trend needs attempts', () => {
    expect(on('2026-01-06', [flown('2026-01-05')]).trend).toBe('too few');
    const better = [1.2, 1.2, 1.2, 1.2, 0.5, 0.5, 0.5, 0.5].map((used) =>
      flown('2026-01-05', { toleranceUsed: used }),
    );
    expect(on('2026-01-06', better).trend).toBe('better');
  });
});

test('a failed must leaves no better margin than -0.2, whatever the bands say', () => {
  const musts = ready({ verdict: 'unsatisfactory', toleranceUsed: 0.1 });
  expect(record(musts).recent.every((margin) => margin === -0.2)).toBe(true);
  expect(on('2026-01-15', musts).chance!.p).toBeLessThan(0.5);
});

test('a skill graded by hand is ready by grades, and has no chance', () => {
  const rules = { ...DEFAULT_SYLLABUS.ready, attempts: 3, days: 2, last: 3, lastPassed: 3, firstTryDays: 2 };
  const hand = { asked: { rules: { ...rules, firstTriesPassed: 1 }, asks: [], byHand: true } };
  const good = ['2026-01-05', '2026-01-09', '2026-01-09'].map((day) => flown(day, { toleranceUsed: null }));
  expect(on('2026-01-10', good, hand)).toMatchObject({ standing: 'ready', chance: null });
});
