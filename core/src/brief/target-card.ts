/** The card of any maneuver: every number for this airplane, this weight, this day. */

import { type Configuration, configurationOfStage } from '../airplane/configuration.ts';
import { maneuveringSpeedFrom } from '../airplane/limits.ts';
import type { TargetCard } from '../card/card.ts';
import {
  atWeightKias,
  type CardInput,
  type Day,
  dayOf,
  stallKias,
  tasKtOf,
  warningKias,
} from '../card/day.ts';
import type { Flown } from '../card/flown.ts';
import { figuresForCard } from '../card/own-figures.ts';
import type { Params } from '../coded.ts';
import { InputError } from '../errors.ts';
import type { ManeuverId } from '../maneuvers/registry.ts';
import { requireRoom } from '../maneuvers/registry.ts';
import { loadFactor, rollOutLeadDeg, turnRadiusFt, turnRateDegPerS } from '../mechanics/turning.ts';
import { stallAtStage } from '../performance/model.ts';
import { judgingRows } from '../scoring/standard.ts';
import { compassDeg } from '../units/angles.ts';
import { roundTo } from '../units/numbers.ts';

/** @throws InputError naming field and limit for a maneuver, a variant or a number that cannot be. */
export function targetCard(input: CardInput): TargetCard {
  const room = requireRoom(input.maneuver);
  const { id, title, card: briefed } = room;
  const variant = input.variant ?? room.variants[0];
  if (!room.variants.some((known) => known === variant))
    throw new InputError('card/variant', {
      variant: String(variant),
      maneuver: id,
      known: room.variants.join(', '),
    });
  checkConfiguration(input, briefed.configurations);
  const day = dayOf(input, variant, briefed);
  checkBank(day, id, briefed.mostBankDeg?.(day));
  const flown = briefed.fly(day);
  const { airplane, ladder, weightLb } = day;
  const { bankDeg, stage, speed } = flown;
  const { checks, ...technique } = day.technique;
  const turn = turnOf(day, flown);
  if (!flown.power)
    day.missing.power = flown.powerMissing ?? { code: day.model ? 'not-held-today' : 'no-model' };
  if (speed.kias === null)
    day.missing.airspeedKias ??= { code: 'do-not-fly', params: { ...speed.why.params, why: speed.why.code } };
  const {
    rows: judged,
    requirements: asked,
    from: judgedBy,
  } = judgingRows(input, {
    maneuver: id,
    variant,
    configuration: configurationOfStage(airplane, stage),
  });
  if (judged.length === 0)
    day.missing.tolerances = { code: 'no-row', params: { standard: input.standard.name } };

  return {
    maneuver: id,
    variant,
    title,
    airplane: airplane.id,
    weightLb: roundTo(weightLb, 1),
    standard: input.standard.id,
    speedUnit: day.speedUnit,
    entry: {
      altitudeFt: ladder.entryFt,
      floorFt: ladder.floorFt,
      plannedLossFt: ladder.lossFt,
      cushionFt: ladder.cushionFt,
      headingDeg: day.headingDeg,
      airspeedKias: speed.kias,
      airspeedWhy: speed.why,
      windowKias: speed.windowKias,
      windowWhy: speed.windowWhy,
    },
    ...(briefed.glides && input.glideTo && { glideTo: input.glideTo }),
    bankDeg,
    loadFactor: roundTo(loadFactor(bankDeg), 3),
    configuration: briefed.configurations ? configurationOfStage(airplane, stage) : null,
    stage,
    stallKias: {
      level: roundTo(stallKias(day, stage), 1),
      inBank: roundTo(stallKias(day, stage, bankDeg), 1),
    },
    warningKias: roundTo(warningKias(day, stage).kias, 1),
    // A limit is never rounded up.
    vaKias: Math.floor(100 * day.vaKias) / 100,
    from: {
      stall: stallAtStage(airplane, { weightLb, stage }).from,
      warning: warningKias(day, stage).from,
      va: maneuveringSpeedFrom(airplane, weightLb),
    },
    air: day.air,
    turn,
    power: flown.power,
    flaps: flown.flaps ?? [],
    powerTable: flown.powerTable ?? [],
    figures: flown.figures ?? [],
    ownFigures: figuresForCard(airplane, {
      kinds: briefed.ownFigures ?? [],
      kias: speed.kias,
      stage,
    }),
    params: knownOf(flown.params),
    technique,
    carburettor: airplane.engine?.carburettor !== false,
    stallWarning: airplane.stallWarning ?? null,
    airplaneFlaps: airplane.flaps.map(({ deg, vfeKias }) => ({ deg, vfeKias })),
    climbKias: { vx: atWeight(day, airplane.vxKias), vy: atWeight(day, airplane.vyKias) },
    checks,
    watchFor: input.watchFor ?? [],
    tolerances: judged.map(({ parameter, low, high, unit, required, source, fromMemory }) => ({
      parameter,
      low,
      high,
      unit,
      required,
      source,
      fromMemory,
    })),
    tolerancesFrom: judgedBy?.name ?? null,
    requirements: asked.map(({ requirement: name, must, source, fromMemory }) => ({
      id: `${id}/${name}`,
      kind: room.requirements[name].kind,
      must,
      source,
      fromMemory,
    })),
    depth: briefed.heeds.includes('stallDepth') ? day.technique.stallDepth : null,
    slowSpeed: briefed.heeds.includes('slowSpeed') ? day.technique.slowSpeed : null,
    picture: briefed.picture.kind,
    levelOff: flown.levelOff ?? null,
    ladder,
    offToday: !ladder.fits,
    assumed: day.assumed,
    missing: day.missing,
    asWritten: null,
  };
}

/** @throws InputError naming the settings that there are. */
function checkConfiguration(
  { configuration, maneuver }: CardInput,
  known: readonly Configuration[] | undefined,
): void {
  if (configuration === undefined || known?.includes(configuration)) return;
  throw new InputError('card/configuration', {
    configuration: String(configuration),
    maneuver,
    known: known?.join(', ') ?? '',
  });
}

/** @throws InputError naming the limit where the bank asked for lies beyond what the maneuver is flown at. */
function checkBank({ input: { bankDeg } }: Day, maneuver: ManeuverId, mostDeg: number | undefined): void {
  if (mostDeg === undefined || bankDeg === undefined || bankDeg <= mostDeg) return;
  throw new InputError('card/bank', { bankDeg, maneuver, mostDeg });
}

const atWeight = (day: Day, bookKias: number | undefined): number | null =>
  bookKias === undefined ? null : roundTo(atWeightKias(day, bookKias), 1);

/** What is known of a maneuver's own numbers. */
const knownOf = (params: Flown['params'] = {}): Params =>
  Object.fromEntries(
    Object.entries(params).filter((pair): pair is [string, number] => Number.isFinite(pair[1])),
  );

function turnOf(day: Day, { bankDeg, speed, stage }: Flown): TargetCard['turn'] {
  if (bankDeg === 0 || speed.kias === null) {
    day.missing.turn = { code: bankDeg === 0 ? 'wings-level' : 'no-safe-speed-at-bank' };
    return null;
  }
  const tasKt = tasKtOf(day, speed.kias, stage);
  const lead = rollOutLeadDeg(bankDeg);
  const headings = {
    left: compassDeg(day.headingDeg + lead),
    right: compassDeg(day.headingDeg - lead),
  };
  const rate = turnRateDegPerS(bankDeg, tasKt);
  return {
    tasKt: roundTo(tasKt, 1),
    rateDegPerS: roundTo(rate, 2),
    radiusFt: roundTo(turnRadiusFt(bankDeg, tasKt), 0),
    secondsFor360: roundTo(360 / rate, 1),
    rollOutLeadDeg: lead,
    rollOutHeadingDeg: day.variant === 'right' ? headings.right : headings.left,
    rollOutHeadingsDeg: headings,
  };
}
