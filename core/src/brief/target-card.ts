/** The card of any maneuver: every number for this airplane, this weight, this day. */

import { type Configuration, configurationOfStage } from '../airplane/configuration.ts';
import { maneuveringSpeedFrom } from '../airplane/limits.ts';
import type { TargetCard } from '../card/card.ts';
import {
  type CardInput,
  type Day,
  dayOf,
  powerWords,
  speedWords,
  stallKias,
  tasKtOf,
  warningKias,
} from '../card/day.ts';
import { NO_POWER } from '../card/figures.ts';
import type { Flown } from '../card/flown.ts';
import type { Ladder } from '../card/ladder.ts';
import { figuresForCard } from '../card/own-figures.ts';
import { checksFor, HANDBOOK_FIRST } from '../card/words.ts';
import { InputError } from '../errors.ts';
import { requireRoom } from '../maneuvers/registry.ts';
import { loadFactor, rollOutLeadDeg, turnRadiusFt, turnRateDegPerS } from '../mechanics/turning.ts';
import { stallAtStage } from '../performance/model.ts';
import { judgingRows } from '../scoring/standard.ts';
import { choicesAmong } from '../technique/choices.ts';
import { compassDeg } from '../units/angles.ts';
import { roundTo } from '../units/numbers.ts';

/** @throws InputError naming field and limit for a maneuver, a variant or a number that cannot be. */
export function targetCard(input: CardInput): TargetCard {
  const room = requireRoom(input.maneuver);
  const { id, title, card: briefed } = room;
  const variant = input.variant ?? room.variants[0];
  if (!room.variants.some((known) => known === variant))
    throw new InputError(
      `variant ${JSON.stringify(variant)} of ${id}: must be one of ${room.variants.join(', ')}`,
    );
  checkConfiguration(input, briefed.configurations);
  const day = dayOf(input, variant, briefed);
  checkBank(day, title, briefed.steepest?.(day));
  const flown = briefed.fly(day);
  const { airplane, ladder, weightLb } = day;
  const { bankDeg, stage, speed } = flown;
  const turn = turnOf(day, flown);
  if (!flown.power)
    day.missing.power =
      flown.powerMissing ?? (day.model ? 'full throttle does not hold it so today' : NO_POWER);
  if (speed.kias === null) day.missing.airspeedKias ??= `${speed.why}: do not fly it so`;
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
    day.missing.tolerances = `neither ${input.standard.name} nor the school has a row for it: shown without a verdict`;

  return {
    maneuver: id,
    variant,
    title,
    purpose: briefed.purpose,
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
    steps: flown.steps,
    checks: checksFor(day),
    watchFor: input.watchFor && input.watchFor.length > 0 ? input.watchFor : flown.usualFaults,
    cautions: [...flown.cautions, ...steepCaution(day, flown), HANDBOOK_FIRST],
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
    choices: choicesAmong(briefed.heeds, day.technique),
    picture: briefed.picture.kind,
    levelOff: flown.levelOff ?? null,
    ladder,
    offToday: ladder.fits ? null : offToday(ladder),
    assumed: day.assumed,
    missing: day.missing,
  };
}

/** @throws InputError naming the settings that there are. */
function checkConfiguration(
  { configuration, maneuver }: CardInput,
  known: readonly Configuration[] | undefined,
): void {
  if (configuration === undefined || known?.includes(configuration)) return;
  throw new InputError(
    `configuration ${JSON.stringify(configuration)} of ${maneuver}: ${known ? `must be one of ${known.join(', ')}` : 'its flaps are not a choice'}`,
  );
}

/** @throws InputError naming the limit where the bank asked for lies beyond what the maneuver is flown at. */
function checkBank(
  { input: { bankDeg } }: Day,
  title: string,
  steepest: { deg: number; why: string } | undefined,
): void {
  if (!steepest || bankDeg === undefined || bankDeg <= steepest.deg) return;
  throw new InputError(
    `bank ${bankDeg}° for ${title.toLowerCase()}: at most ${steepest.deg}° (${steepest.why})`,
  );
}

/** Beyond this bank the card says what it costs. */
const STEEP_DEG = 50;

function steepCaution(day: Day, { bankDeg, stage, power }: Flown): string[] {
  if (bankDeg <= STEEP_DEG) return [];
  const stall = speedWords(day, stallKias(day, stage, bankDeg));
  const asks = power ? `, power ${powerWords(day, power.maneuverRpm)}` : '';
  return [
    `At ${bankDeg}° the wing carries ${loadFactor(bankDeg).toFixed(2)} times the weight and stalls at ${stall}${asks}: each degree more costs more than the one before.`,
  ];
}

function turnOf(day: Day, { bankDeg, speed, stage }: Flown): TargetCard['turn'] {
  if (bankDeg === 0 || speed.kias === null) {
    day.missing.turn = bankDeg === 0 ? 'flown wings level' : 'no speed is safe at this bank';
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

function offToday({ neededFt, gainFt, ceilingFt, ceilingIs }: Ladder): string {
  const limit = ceilingIs === 'cloud' ? 'the cloud with its clearance' : 'the airspace above';
  return `Off today: it needs ${neededFt.toLocaleString('en-US')} ft and ${gainFt} ft above that, and ${limit} begins at ${(ceilingFt ?? 0).toLocaleString('en-US')} ft.`;
}
