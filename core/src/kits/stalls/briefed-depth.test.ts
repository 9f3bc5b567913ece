/**
 * How deep a stall was taken, against what was briefed, drawn by hand: let go at the warner, held to the break, or never taken to
 * either. To recover at the first indication is a task of its own (FAA-S-ACS-6, from memory); that a warner sounds 5 to 10 kt
 * before the stall is the certification's (14 CFR 23.207 as it was, from memory).
 */

import { findAirplane } from '../../airplane/fleet.ts';
import type { AttemptScore } from '../../debrief/score.ts';
import { scoreRecording } from '../../debrief/score-recording.ts';
import type { Recording } from '../../recording/columns/recording.ts';
import { findStandard } from '../../standards/standards.ts';
import { drawnTrack, through } from '../../testing/drawn-track.ts';
import { KNOTS } from '../../words/figures.ts';
import { textOf } from '../../words/say.ts';
import { evidenceSaid } from '../../words/score/findings.ts';
import type { AskedDepth } from './depth.ts';

const airplane = findAirplane('cairn-4')!;
const weightLb = airplane.maxWeightLb;
const STALL_KT = airplane.vs0Kias;
const WARNING_KT = airplane.warningKias!.landing!;
const BREAK_S = 110;

interface Drawn {
  /** The least speed, kt. */
  downToKt: number;
  /** When the warner begins, from the moment at which the nose goes down; undefined where it stays silent. */
  warnsS?: number;
  /** The nose, s after the break. */
  releasedAfterS?: number;
  lossFt?: number;
  /** Whether the file has a column for the warner. */
  warner?: boolean;
}

/** From cruise to the approach with all flaps, a descent, the nose up to the least speed, the nose down, and away. */
function flown({ downToKt, warnsS, releasedAfterS = 0, lossFt = 120, warner = true }: Drawn): Recording {
  const releaseS = BREAK_S + releasedAfterS;
  const { recording } = drawnTrack(
    230,
    {
      alt_ft: through(
        [0, 5000],
        [60, 5000],
        [92, 4750],
        [BREAK_S, 4780],
        [releaseS + 7, 4780 - lossFt],
        [releaseS + 10, 4780 - lossFt],
        [releaseS + 40, 5000],
      ),
      ias_kt: through(
        [30, 100],
        [60, 66],
        [92, 65],
        [BREAK_S, downToKt],
        [releaseS, downToKt],
        [releaseS + 7, 68],
        [releaseS + 40, 76],
        [releaseS + 60, 100],
      ),
      pitch_deg: through(
        [30, 2],
        [60, -2],
        [92, -2],
        [BREAK_S, 13],
        [releaseS, 13],
        [releaseS + 1.5, -7],
        [releaseS + 10, 7],
        [releaseS + 60, 2],
      ),
      rpm: through(
        [40, 2300],
        [44, 1500],
        [58, 1500],
        [60, 750],
        [releaseS, 750],
        [releaseS + 1, 2500],
        [releaseS + 60, 2300],
      ),
      flaps_deg: through(
        [45, 0],
        [47, 10],
        [51, 10],
        [53, 20],
        [57, 20],
        [59, airplane.flaps.at(-1)!.deg],
        [releaseS + 16, airplane.flaps.at(-1)!.deg],
        [releaseS + 18, 20],
        [releaseS + 26, 20],
        [releaseS + 28, 0],
      ),
      ...(warner && {
        stall_warn: (s: number) =>
          warnsS !== undefined && s >= BREAK_S + warnsS && s < releaseS + 1.2 ? 1 : 0,
      }),
    },
    { rateHz: 5 },
  );
  return recording;
}

function judged(drawn: Drawn, depth?: AskedDepth, standard = 'faa-private'): AttemptScore | undefined {
  const { attempts } = scoreRecording(flown(drawn), {
    standard: findStandard(standard)!,
    schoolStandard: findStandard('school-pre-solo'),
    airplane,
    weightLb,
    groundFt: 1000,
    briefs: depth ? [{ maneuver: 'power-off-stall', variant: 'straight', depth, entry: {} } as never] : [],
  });
  return attempts.find(({ maneuver }) => maneuver === 'power-off-stall');
}
const depthOf = (attempt: AttemptScore | undefined) =>
  attempt?.requirements.find(({ id }) => /full-stall|stall-approached/.test(id));

const full: Drawn = { downToKt: STALL_KT - 1, warnsS: -4 };
const approached: Drawn = { downToKt: WARNING_KT - 1, warnsS: -0.6, lossFt: 60 };

const whatOf = (attempt: Parameters<typeof depthOf>[0]) => textOf(evidenceSaid(depthOf(attempt)!, KNOTS));

test('the drawings are what they are called: one to the stall, one to the warner', () => {
  expect(WARNING_KT - STALL_KT).toBeGreaterThanOrEqual(5);
  expect(WARNING_KT - STALL_KT).toBeLessThanOrEqual(10);
});

describe('taken to the break', () => {
  test('is a full stall, where one is asked for', () => {
    expect(depthOf(judged(full))).toMatchObject({ held: true });
    expect(depthOf(judged(full, 'full'))).toMatchObject({ held: true });
  });

  test('says at what speed, and how long after the warner', () => {
    expect(whatOf(judged(full))).toMatch(/^break at \d+ kt, warning [34]\.\d s before$/);
  });

  test('held in it for seconds is past the first indication that was briefed', () => {
    const late = judged({ ...full, releasedAfterS: 3, lossFt: 220 }, 'first-indication');
    expect(depthOf(late)).toMatchObject({ held: false });
    expect(whatOf(late)).toMatch(/before the release|after the warning/);
  });
});

describe('let go at the warner', () => {
  test('is what was briefed to the first indication', () => {
    const early = judged(approached, 'first-indication');
    expect(depthOf(early)).toMatchObject({ held: true });
    expect(whatOf(early)).toMatch(/^released \d\.\d s after the warning/);
  });

  test('and where the task asks for a full stall, that is said beside it', () => {
    expect(whatOf(judged(approached, 'first-indication'))).toMatch(
      /briefed to the first indication, though the task asks for a full stall/,
    );
  });

  test('is never called a full stall', () => {
    for (const depth of [undefined, 'full'] as const) {
      const seen = depthOf(judged(approached, depth));
      expect(seen?.held).not.toBe(true);
    }
  });
});

const everyBrief = (drawn: Drawn) =>
  ([undefined, 'full', 'first-indication'] as const).map((depth) => judged(drawn, depth));

test.each([4, 6])(
  'let go %i kt before any sign it was no stall, and fails whatever was briefed',
  (aboveKt) => {
    for (const attempt of everyBrief({ downToKt: WARNING_KT + aboveKt, lossFt: 40 })) {
      expect(depthOf(attempt)).toMatchObject({ held: false });
      expect(whatOf(attempt)).toContain(`recovery began ${aboveKt} kt above the stall warning`);
      expect(attempt!.examiner).toBe('unsatisfactory');
    }
  },
);

test('a nose that came up and went down far from any stall is not called one', () => {
  expect(everyBrief({ downToKt: WARNING_KT + 10, lossFt: 40 })).toEqual([undefined, undefined, undefined]);
});

test('without a column for the warner nobody knows when it sounded, and nothing is claimed of it', () => {
  const silent = judged({ ...approached, warnsS: undefined, warner: false }, 'first-indication');
  expect(depthOf(silent)).toMatchObject({ held: null });
  expect(silent!.examiner).not.toBe('satisfactory');
});

test('at another weight the same speed is another depth', () => {
  // Stall speeds go with the root of the weight: a fifth lighter, a tenth slower.
  const { attempts } = scoreRecording(flown(full), {
    standard: findStandard('faa-private')!,
    airplane,
    weightLb: 0.8 * weightLb,
    groundFt: 1000,
  });
  const attempt = attempts.find(({ maneuver }) => maneuver === 'power-off-stall');
  expect(depthOf(attempt)?.held).not.toBe(true);
});
