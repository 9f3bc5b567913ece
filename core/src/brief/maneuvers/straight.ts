/** Straight and level, changes of configuration, climb and descent. */
import { leastPowerKias, pitchChangeDeg } from '../../performance/level.ts';
import { speedIn } from '../../units/convert.ts';
import { roundTo } from '../../units/numbers.ts';
import type { TargetCard } from '../card.ts';
import {
  atWeightKias,
  circumstance,
  type Day,
  powerFor,
  powerWords,
  speedWords,
  stallKias,
  warningKias,
} from '../day.ts';
import { flapCaution, steadyEntry, vaCaution } from '../words.ts';
import { bookSpeed, climbAt, figure, fullThrottle, NO_POWER, powerOf, practiceSpeed } from './common.ts';
import { flapSchedule } from './flap-schedule.ts';
import type { ManeuverBrief } from './maneuver-brief.ts';

const CRUISE_DESCENT_FPM = 500;

/** Speeds from just above the warning to V_A, round in the day's unit, each with what holds it. */
export function powerTable(day: Day, cruiseKias: number): TargetCard['powerTable'] {
  const { model } = day;
  if (!model) return [];
  const scale = speedIn(1, day.speedUnit);
  const slowest = warningKias(day).kias + 5;
  const rows: TargetCard['powerTable'] = [];
  for (let shown = Math.ceil((slowest * scale) / 10) * 10; shown <= day.vaKias * scale; shown += 10) {
    const kias = shown / scale;
    const power = powerFor(day, kias);
    if (!power) continue;
    const pitch = pitchChangeDeg(model, cruiseKias, kias, circumstance(day));
    rows.push({
      kias,
      power: power.value,
      pitchDeg: roundTo(pitch, 1),
      trim: Math.abs(kias - cruiseKias) < 3 ? 'as it is' : kias < cruiseKias ? 'nose up' : 'nose down',
    });
  }
  return rows;
}

export const straightAndLevelBrief: ManeuverBrief = {
  id: 'straight-and-level',
  title: 'Straight and level',
  short: 'Straight',
  variants: ['standard'],
  lossFt: 100,
  gainFt: 100,
  picture: 'altitude-ladder',
  travels: true,
  minutes: () => 4,
  fly(day) {
    const speed = practiceSpeed(day, 0);
    const level = speed.kias === null ? null : powerFor(day, speed.kias);
    const table = speed.kias === null ? [] : powerTable(day, speed.kias);
    const slow = table[0];
    return {
      bankDeg: 0,
      stage: 0,
      speed,
      power: powerOf(day, level),
      powerTable: table,
      figures: [backSide(day)],
      steps: [
        steadyEntry(day, speed.kias),
        'Where does the horizon cut the cowling? That picture is this speed',
        `Wings level by the horizon on both sides; a point far ahead for the heading`,
        slow
          ? `Slow to ${speedWords(day, slow.kias)}: ${changeOrder(day)}; about ${powerWords(day, slow.power)} when it holds`
          : `Slow by 20 kt: ${changeOrder(day)}`,
        'Back to cruise: power, hold the nose as it rises, trim as the speed settles',
        'Trim takes the pressure off after the speed has settled; hands off for ten seconds shows it',
      ],
      usualFaults: [
        'Chasing the needles instead of holding the picture',
        'Flying with the trim instead of trimming the pressure away',
        'A wing low, held with rudder: the heading creeps',
      ],
      cautions: [vaCaution(day), 'Heads up: two thirds of the time outside.'],
    };
  },
};

/** Where the power curve turns. */
function backSide(day: Day) {
  const { model } = day;
  return figure(
    'Least power at',
    model ? leastPowerKias(model, circumstance(day)) : null,
    'kias',
    model ? 'slower than this asks for more power' : NO_POWER,
    { from: model?.from.shaftPower },
  );
}

const changeOrder = (day: Day): string =>
  day.technique.changeOrder === 'pitch-power-trim' ? 'pitch, power, trim' : 'power, pitch, trim';

export const configurationChangeBrief: ManeuverBrief = {
  id: 'configuration-change',
  title: 'Speed and flap changes',
  short: 'Flaps',
  variants: ['standard'],
  lossFt: 150,
  gainFt: 150,
  picture: 'altitude-ladder',
  travels: true,
  minutes: () => 4,
  fly(day) {
    const stages = day.airplane.flaps.length;
    const last = day.airplane.flaps.at(-1);
    const base = day.airplane.approachKias ?? 1.4 * day.airplane.vs1Kias;
    const speed = bookSpeed(day, atWeightKias(day, base + 5), 'near the approach, inside the white arc', {
      stage: stages,
    });
    const level = speed.kias === null ? null : powerFor(day, speed.kias);
    const dirty = speed.kias === null ? null : powerFor(day, speed.kias, { stage: stages });
    return {
      bankDeg: 0,
      stage: stages,
      speed,
      power: powerOf(day, level, dirty),
      flaps: flapSchedule(day, stages, speed.kias ?? stallKias(day) + 15),
      steps: [
        steadyEntry(day, speed.kias),
        'Power up: the nose wants up; push, then trim down. Power back: hold, then trim up',
        last
          ? 'Flaps one stage at a time: the airplane rises; hold the nose, then power for the drag, then trim'
          : 'This airplane has no flaps: change the power in steps instead',
        dirty
          ? `All of them out and level: about ${powerWords(day, dirty.value)}`
          : 'Find the power that holds it level',
        'In again, one stage at a time: it sinks; a little back pressure, then speed, then trim',
      ],
      usualFaults: [
        'Balloon: the nose not held as the flaps go out',
        'Two stages at once',
        'Trimming before the speed has settled',
      ],
      cautions: [...day.airplane.flaps.flatMap((_, i) => flapCaution(day, i + 1)), vaCaution(day)],
    };
  },
};

export const climbBrief: ManeuverBrief = {
  id: 'climb',
  title: 'Climbs',
  short: 'Climbs',
  variants: ['standard'],
  lossFt: 100,
  gainFt: 1000,
  picture: 'altitude-ladder',
  travels: true,
  minutes: () => 3,
  fly(day) {
    const vy = day.airplane.vyKias;
    const speed = bookSpeed(
      day,
      vy === undefined ? 1.5 * day.airplane.vs1Kias : atWeightKias(day, vy),
      vy === undefined ? 'half again the stall speed, for want of the book’s' : 'best rate at today’s weight',
    );
    const climb = speed.kias === null ? null : climbAt(day, speed.kias);
    const lead = climb ? Math.max(20, roundTo(climb.fpm / 10, -1)) : 50;
    return {
      bankDeg: 0,
      stage: 0,
      speed,
      power: fullThrottle(day, speed.kias),
      figures: climb
        ? [
            figure('Climb', climb.fpm, 'ft/min', 'full throttle at this weight and air', {
              from: climb.from,
            }),
            figure('Begin to level off', lead, 'ft', 'before the altitude: a tenth of the rate'),
          ]
        : [],
      steps: [
        steadyEntry(day, null),
        `Nose up, full power, right rudder; trim for ${speed.kias === null ? 'climb speed' : speedWords(day, speed.kias)}`,
        'Speed by pitch: a degree or two, and wait',
        'Every 500 ft lower the nose or turn a little, and look',
        `Begin to level off ${lead} ft before: nose down, let the speed build, power back to cruise, trim`,
      ],
      usualFaults: [
        'Chasing the speed: too large a change of pitch',
        'Right rudder forgotten: the heading drifts left',
        'Levelling late, then pushing',
      ],
      cautions: [
        vaCaution(day),
        'Engine temperatures in a long climb; a shallower one cools it and shows the sky ahead.',
      ],
    };
  },
};

export const descentBrief: ManeuverBrief = {
  id: 'descent',
  title: 'Descents',
  short: 'Descents',
  variants: ['standard'],
  lossFt: 1000,
  gainFt: 100,
  picture: 'altitude-ladder',
  travels: true,
  losesHeight: true,
  minutes: () => 3,
  fly(day) {
    const speed = practiceSpeed(day, 0);
    const level = speed.kias === null ? null : powerFor(day, speed.kias);
    const descending =
      speed.kias === null ? null : powerFor(day, speed.kias, { verticalFpm: -CRUISE_DESCENT_FPM });
    return {
      bankDeg: 0,
      stage: 0,
      speed,
      power: powerOf(day, level, descending),
      figures: [
        figure('Descend at', CRUISE_DESCENT_FPM, 'ft/min', 'power sets the rate, pitch the speed'),
        figure('Begin to level off', 50, 'ft', 'before the altitude: a tenth of the rate'),
      ],
      steps: [
        steadyEntry(day, null),
        `Carburettor heat as needed, then ${powerWords(day, descending?.value)}: the nose goes down by itself; hold the speed, trim`,
        'Rate by power, speed by pitch: change one, wait, then the other',
        'Then gliding: power idle, best glide speed, trim; feel the difference in attitude',
        'Begin to level off 50 ft before: power to cruise, nose up with it, trim',
      ],
      usualFaults: [
        'Pushing the nose down without taking power: the speed runs away',
        'Levelling off with pitch alone: the speed decays',
        'No clearing of the engine in a long glide',
      ],
      cautions: [
        vaCaution(day),
        'Carburettor ice forms at low power in damp air: heat on before the power comes back.',
      ],
    };
  },
};
