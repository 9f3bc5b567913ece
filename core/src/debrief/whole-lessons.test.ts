/**
 * Whole days, from the apron to the apron, as a plain logger and a full one write them down: the shipped lessons flown
 * cleanly by their own cards have nothing that failed, and the day is told as it was flown.
 */

import { fleet } from '../airplane/fleet.ts';
import type { Airplane } from '../airplane/schema.ts';
import { LESSON_TEMPLATES } from '../brief/templates.ts';
import { flyTemplate } from '../fly/fly-template.ts';
import type { ChannelName } from '../recording/columns/channels.ts';
import type { Recording } from '../recording/columns/recording.ts';
import { findStandard } from '../standards/standards.ts';
import { deep, seedsOf } from '../testing/depth.ts';
import { KNOTS } from '../words/figures.ts';
import { wentFirst } from '../words/reason.ts';
import { scoreRecording } from './score-recording.ts';

const [airplane] = fleet;
const standard = findStandard('faa-private')!;

/** What each kind of recorder keeps; all that the model knows where none is named. */
const LOGGERS = {
  full: undefined,
  'without ground speed or engine': ['alt_ft', 'ias_kt', 'hdg_deg', 'pitch_deg', 'bank_deg', 'vs_fpm'],
  plain: ['alt_ft', 'ias_kt', 'hdg_deg', 'gs_kt'],
  'positions alone': ['lat_deg', 'lon_deg', 'gps_alt_ft'],
} satisfies Record<string, ChannelName[] | undefined>;
type Logger = keyof typeof LOGGERS;

const as = (logger: Logger, recording: Recording): Recording => ({
  ...recording,
  channels: Object.fromEntries(
    Object.entries(recording.channels).filter(
      ([name]) => LOGGERS[logger]?.some((kept) => kept === name) ?? true,
    ),
  ),
});

const wholeDay = (flown: Airplane, template: string, seed: number) =>
  flyTemplate({
    airplane: flown,
    template,
    apron: true,
    seed,
    windFromDeg: 250,
    windKt: 12,
    recorder: { rateHz: 1 },
  });

describe.each(LESSON_TEMPLATES.map(({ id }) => id))('%s', (template) => {
  describe.each(seedsOf([1], [2, 3]))('seed %i', (seed) => {
    const { recording, cards, events } = wholeDay(airplane, template, seed);
    const timesOf = (name: string) => events.filter((event) => event.name === name).map(({ atS }) => atS);
    const [offS, onS] = [timesOf('lift-off'), timesOf('touch-down')];
    const airborneS = onS.reduce((sum, s, i) => sum + s - offS[i], 0);
    const scoreAs = (logger: Logger) =>
      scoreRecording(as(logger, recording), { standard, airplane, briefs: cards });

    test.each<Logger>(['full', 'without ground speed or engine'])(
      'flown cleanly, nothing fails: %s',
      (logger) => {
        const failed = scoreAs(logger).attempts.filter(({ examiner }) => examiner === 'unsatisfactory');
        expect(failed.map((one) => [one.maneuver, one.startS, wentFirst(one, KNOTS)])).toEqual([]);
      },
    );

    test.each(Object.keys(LOGGERS) as Logger[])('the day is told as it was flown: %s', (logger) => {
      const { flight, attempts } = scoreAs(logger);
      const { takeoffs, landings, goArounds, circuits, parts } = flight!;
      expect({ takeoffs, landings: landings!.length, goArounds, circuits }).toEqual({
        takeoffs: 2,
        landings: 2,
        goArounds: 1,
        circuits: 3,
      });
      expect(Math.abs(flight!.airborneS! - airborneS)).toBeLessThan(20);
      const told = logger !== 'without ground speed or engine';
      expect(landings!.map(({ kind }) => kind)).toEqual(told ? ['touch-and-go', 'full-stop'] : [null, null]);
      expect(parts.map(({ name }) => name)).toEqual(
        expect.arrayContaining(['taxi', 'takeoff', 'climb-out', 'area', 'circuit', 'approach', 'landing']),
      );
      // One after the other, none over another.
      for (let i = 1; i < parts.length; i++)
        expect(parts[i].startS).toBeGreaterThanOrEqual(parts[i - 1].endS - 1e-6);
      // Nothing of the way home is an attempt.
      const lastLegS = timesOf('home')[0] + 60;
      expect(attempts.filter(({ startS }) => startS > lastLegS).map(({ maneuver }) => maneuver)).toEqual([]);
    });
  });
});

describe('what a recording does not show', () => {
  const { recording } = flyTemplate({ airplane, template: 'steep-turns', seed: 4, recorder: { rateHz: 1 } });

  test('begun and ended in the air, no time, takeoff or landing is claimed', () => {
    const { flight } = scoreRecording(recording, { standard, airplane });
    expect(flight).toMatchObject({
      blockS: null,
      airborneS: null,
      takeoffs: null,
      landings: null,
      goArounds: null,
      circuits: null,
    });
  });

  test('the lowest quarter hour of a flight that stays up is no ground', () => {
    const { flight } = scoreRecording(recording, { standard, airplane });
    expect(flight!.parts.every(({ name }) => name === 'transit' || name === 'area')).toBe(true);
  });
});

// What is true of one airplane has to be true of others: lighter, with a low wing, with a geared engine.
describe.each(fleet.slice(1).map((one) => [one.id, one] as const))('%s', (_, other) => {
  const templates = LESSON_TEMPLATES.map(({ id }) => id);
  // The ones with the most different maneuvers in them every day, all of them where the long sweeps are run.
  const flown = deep ? templates : ['four-fundamentals', 'review-before-solo'];
  test.each(flown)('%s flown cleanly, nothing fails', (template) => {
    for (const seed of seedsOf([6], [7, 8, 9, 10])) {
      const { recording, cards } = wholeDay(other, template, seed);
      for (const logger of ['full', 'without ground speed or engine'] as const) {
        const { attempts } = scoreRecording(as(logger, recording), {
          standard,
          airplane: other,
          briefs: cards,
        });
        const failed = attempts.filter(({ examiner }) => examiner === 'unsatisfactory');
        expect(failed.map((one) => [seed, logger, one.maneuver, one.startS, wentFirst(one, KNOTS)])).toEqual(
          [],
        );
      }
    }
  });
});
