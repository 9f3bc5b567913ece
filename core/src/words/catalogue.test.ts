/** The catalogue: a sentence for every code, in both units, and none that says what no figure of it says. */

import { fleet } from '../airplane/fleet.ts';
import { codedSchema, type Params } from '../coded.ts';
import { scoreRecording } from '../debrief/score-recording.ts';
import { flyManeuver } from '../fly/fly.ts';
import { rooms } from '../maneuvers/registry.ts';
import { findStandard } from '../standards/standards.ts';
import { KNOTS, type Units } from './figures.ts';
import { textOf } from './say.ts';
import { findingSaid, requirementBefore, requirementName } from './score/findings.ts';
import { wordedScore } from './worded-score.ts';

const MPH: Units = { speed: 'mph' };

const FINDINGS = [
  ...rooms.flatMap(({ id, faults }) => faults.map(({ name }) => `${id}/${name}`)),
  'flight/flap-overspeed',
  'flight/spiral',
  'flight/never-exceed',
  'flight/stall-warning',
  'flight/skidded-turn-low',
  'flight/steep-bank-low',
  'flight/warning-kept-on',
];

/** What the words of each need where a number will not do. */
const PARAMS: Readonly<Record<string, Params>> = {
  'rushed-entry': { moved: 'airspeed' },
  'power-too-low': { measuredBy: 'percent-asked', powerPct: 50, askedPct: 65 },
  'hand-on-it': { moved: 'stick', sharePct: 20 },
  'wing-drop': { side: 'left', withinS: 2 },
};

test.each(FINDINGS)('%s is said in three plain sentences, in either unit', (id) => {
  const params = allOf(PARAMS[id.split('/')[1]]);
  for (const units of [KNOTS, MPH]) {
    const { what, why, tryNext } = findingSaid({ id, size: 12, params }, units);
    for (const said of [what, why, tryNext].map(textOf)) {
      expect(said).toMatch(/^[A-Z0-9].*\.$/);
      expect(said).not.toMatch(/undefined|NaN|Infinity|\[object|null/);
      expect(said).not.toContain('another version');
    }
    if (units === MPH) expect([what, why, tryNext].map(textOf).join(' ')).not.toMatch(/\d kt\b/);
  }
});

/** Numbers for every name that a sentence of a finding may ask for. */
function allOf(params?: Params): Params {
  const names =
    'aboveFieldFt aboveGroundFt afterKt allowedFt askedS ballG bankDeg beforeKt degPerS fastestKt flapsDeg floorFt fromDeg groundFt kias lastedS leadDeg leastDeg limitKt mostDeg periodS power sharePct slowestKt soundedS targetDeg targetKt toDeg vaKias vneKias vxKias weightLb withinFt withinS'.split(
      ' ',
    );
  return {
    ...Object.fromEntries(names.map((name) => [name, 12])),
    powerUnit: 'rpm',
    ...params,
  };
}

test.each(rooms.flatMap(({ id, requirements }) => Object.keys(requirements).map((name) => `${id}/${name}`)))(
  '%s has a name and a line for the card',
  (id) => {
    expect(requirementName(id)).not.toBe('Requirement');
    for (const units of [KNOTS, MPH])
      expect(textOf(requirementBefore(id, units))).toMatch(/^[a-z0-9].*[^.]$/);
    expect(textOf(requirementBefore(id, MPH))).not.toMatch(/\d kt\b/);
  },
);

test.each(rooms.map(({ id, pilot }) => [id, pilot.habits] as const))(
  '%s, flown: the score holds codes and figures, and its words follow the airplane',
  (maneuver, habits) => {
    const airplane = fleet[0];
    for (const habit of ['none', ...habits.slice(0, 3).map((name) => `${maneuver}/${name}`)]) {
      const { recording, card } = flyManeuver({ airplane, maneuver, habit, seed: 2 });
      const score = scoreRecording(recording, {
        standard: findStandard('faa-private')!,
        schoolStandard: findStandard('school-pre-solo')!,
        airplane,
        briefs: [card],
      });
      expect(sentencesIn(score)).toEqual([]);
      const [inKnots, inMiles] = [KNOTS, MPH].map((units) => JSON.stringify(wordedScore(score, units)));
      expect(inKnots).not.toMatch(/undefined|NaN|another version/);
      expect(wordsOf(inMiles)).not.toMatch(/\d kt\b/);
      for (const { evidence } of score.attempts.flatMap(({ requirements }) => requirements))
        expect(codedSchema.safeParse(evidence).success).toBe(true);
    }
  },
);

/** Only what is said: units of figures stay as they are measured. */
const wordsOf = (json: string): string =>
  (json.match(/"(what|why|tryNext|says|wentFirst|reason)":"[^"]*"/g) ?? []).join(' ');

/** Texts with a space and a lower-case word in them, but for the sources of a standard's rows. */
function sentencesIn(value: unknown, key = ''): string[] {
  if (typeof value === 'string')
    return key !== 'source' && / [a-z]{2,} /.test(value) ? [`${key}: ${value}`] : [];
  if (Array.isArray(value)) return value.flatMap((one) => sentencesIn(one, key));
  if (value === null || typeof value !== 'object') return [];
  return Object.entries(value).flatMap(([name, inner]) => sentencesIn(inner, name));
}
