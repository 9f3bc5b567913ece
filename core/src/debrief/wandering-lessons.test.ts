/**
 * Students wander: altitude, speed and bank are off by what small hands do, the air moves, the logger writes whole feet once
 * a second, and nobody briefed anything. What was flown is found all the same, the circuits are not, and the day is told.
 */
import { fleet } from '../airplane/fleet.ts';
import { targetCard } from '../brief/target-card.ts';
import { flyLesson } from '../fly/fly-lesson.ts';
import type { ChannelName } from '../recording/columns/channels.ts';
import { findStandard, SCHOOL_STANDARD_ID } from '../standards/standards.ts';
import { seedsOf } from '../testing/depth.ts';
import { overlap } from '../testing/overlap.ts';
import { scoreRecording } from './score-recording.ts';

const standard = findStandard('faa-private')!;
const GROUND_FT = 1900;
const LEGS = [
  ['steep-turn', 'left'],
  ['power-off-stall', 'straight'],
  ['slow-flight', 'landing'],
  ['steep-turn', 'right'],
  ['power-on-stall', 'straight'],
  ['power-off-stall', 'turning'],
] as const;
/** How little the hands wander: at 0.85 they are the practised ones of every other test. */
const SKILLS = [0.7, 0.5, 0.35];
const PLAIN: ChannelName[] = ['alt_ft', 'ias_kt', 'hdg_deg', 'gs_kt', 'rpm'];
/** Made by the order in which a lesson is put together, not by the lesson. */
const shuffled = (seed: number) => LEGS.map((_, i) => LEGS[(i * 5 + seed) % LEGS.length]);

function flown(seed: number) {
  const airplane = fleet[seed % fleet.length];
  const weightLb = airplane.maxWeightLb - 150;
  const legs = shuffled(seed).map(([maneuver, variant], i) => ({
    card: targetCard({
      airplane,
      standard,
      schoolStandard: findStandard(SCHOOL_STANDARD_ID),
      maneuver,
      variant,
      groundFt: GROUND_FT,
      weightLb,
      headingDeg: ((seed * 70 + i * 180) % 360) + 1,
    }),
  }));
  const { recording, events } = flyLesson({
    airplane,
    weightLb,
    legs,
    groundFt: GROUND_FT,
    fieldFt: 900,
    runwayDeg: 240,
    seed,
    skill: SKILLS[seed % SKILLS.length],
    turbulence: 'light',
    windFromDeg: (seed * 47) % 360,
    windKt: (seed * 5) % 18,
    recorder: { rateHz: 1 },
  });
  const channels = Object.fromEntries(
    PLAIN.map((name) => [
      name,
      name === 'alt_ft' ? recording.channels.alt_ft!.map(Math.round) : recording.channels[name],
    ]),
  );
  const truths = shuffled(seed).map(([maneuver], leg) => {
    const own = events.filter(
      (event) =>
        event.leg === leg && !['lead-in', 'parked', 'taxi', 'takeoff', 'lift-off'].includes(event.name),
    );
    return { maneuver, startS: own[0].atS, endS: own.find(({ name }) => name === 'settle')!.atS };
  });
  return { airplane, recording: { ...recording, channels }, events, truths };
}

test.each(
  seedsOf(
    [1, 2],
    Array.from({ length: 34 }, (_, i) => i + 3),
  ),
)('lesson %i', (seed) => {
  const { airplane, recording, events, truths } = flown(seed);
  const { attempts, flight } = scoreRecording(recording, { standard, airplane });
  for (const { maneuver, ...span } of truths) {
    const found = attempts.some((one) => one.maneuver === maneuver && overlap(one, span) > 0.4);
    expect({ maneuver, at: Math.round(span.startS), found }).toEqual({
      maneuver,
      at: Math.round(span.startS),
      found: true,
    });
  }
  // No configuration is claimed that nobody recorded.
  expect(attempts.filter(({ maneuver }) => maneuver === 'slow-flight').map(({ variant }) => variant)).toEqual(
    truths.filter(({ maneuver }) => maneuver === 'slow-flight').map(() => null),
  );
  const homeS = events.find(({ name }) => name === 'downwind')!.atS;
  expect(attempts.filter(({ startS }) => startS > homeS)).toEqual([]);
  expect(flight).toMatchObject({ takeoffs: 2, goArounds: 1, circuits: 3 });
  expect(flight!.landings!.map(({ kind }) => kind)).toEqual(['touch-and-go', 'full-stop']);
});
