/**
 * What the coach looks at, worked out from the rows as they come: rates over the last seconds, distances from the
 * airplane's limits and from what the step aims at. What was not recorded is NaN, and shows nothing.
 */
import { flapStageAt } from '../../airplane/configuration.ts';
import { speedAtWeightKias } from '../../airplane/limits.ts';
import type { Airplane } from '../../airplane/schema.ts';
import type { TargetCard } from '../../card/card.ts';
import { loadFactor } from '../../mechanics/turning.ts';
import { stallAtStage } from '../../performance/model.ts';
import { warningAtStage } from '../../performance/warning.ts';
import type { ChannelName } from '../../recording/columns/channels.ts';
import { toleranceUsed } from '../../scoring/excursion.ts';
import { shortestTurnDeg } from '../../units/angles.ts';
import type { Aims } from './part.ts';
import { type FIELD_QUANTITIES, QUANTITY_NAMES, type QuantityName } from './quantity-names.ts';
import { openWindow } from './window.ts';

/** A row as it is recorded, by channel; what is missing was not measured. */
export type CoachRow = { timeS: number } & Partial<Record<ChannelName, number>>;

/** Where an airplane is at a field that is known, as the trainer has it. */
export type FieldRow = Record<(typeof FIELD_QUANTITIES)[number], number>;

export type Quantities = Record<QuantityName, number>;

const WINDOW_S = 2;
/** A rise or fall beyond this counts as one of a chase. */
const CHASE_FPM = 200;
const POWER_MOVE = 0.08;
/** A slow wave's least height either way, ft. */
const WAVE_FT = 25;
const NEVER_S = 9999;
const CLEARED_DEG = 80;
/** The warner flutters: silent for less than this it still sounds. */
const FLUTTER_S = 0.35;
const LEVEL_DEG = 5;
const SMOOTHING = 0.03;
const SWING_S = 0.5;
const LEAST_LOAD_G = 0.6;

interface Band {
  low: number;
  high: number;
}

const bandOf = (card: TargetCard, parameter: string, usual: number): Band =>
  card.tolerances.find((row) => row.parameter === parameter && row.high > row.low) ?? {
    low: -usual,
    high: usual,
  };

/** What it was of late at the most, forgotten slowly: smoothed as it rises, so that a gust counts for little. */
const keptHigh = (kept: number, now: number, forgets: number): number =>
  Number.isNaN(kept) ? now : Math.max(kept - forgets, kept + SMOOTHING * (now - kept));

export interface Gauge {
  /** The values at a row; the same object every time. @throws RangeError where time goes back. */
  read(row: CoachRow, field?: FieldRow): Quantities;
  /** The maneuver begins here: what it is measured from. */
  begin(): void;
  /** A step begins. */
  step(aims: Aims): void;
  /** Forgets the maneuver: ready for the next. */
  end(): void;
}

export function openGauge(card: TargetCard, airplane: Airplane): Gauge {
  const { weightLb } = card;
  const perStage = (of: (stage: number) => number) =>
    Array.from({ length: airplane.flaps.length + 1 }, (_, stage) => of(stage));
  const warning = perStage((stage) => warningAtStage(airplane, { weightLb, stage }).kias);
  const stall = perStage((stage) => stallAtStage(airplane, { weightLb, stage }).kias);
  const atWeight = (kias: number | undefined) =>
    kias === undefined ? Number.NaN : speedAtWeightKias(airplane, kias, { weightLb, setting: 'clean' });
  const vxKias = atWeight(airplane.vxKias);
  const altitudeBand = bandOf(card, 'altitude', 100);
  const side = card.variant === 'right' ? 1 : card.variant === 'left' ? -1 : 0;
  const speedBand = bandOf(card, 'airspeed', 10);

  const recent = openWindow();
  const q = Object.fromEntries(QUANTITY_NAMES.map((name) => [name, Number.NaN])) as Quantities;
  let aims: Aims = { altitude: 'entry' };
  let last: CoachRow | undefined;
  let heading = Number.NaN;
  let stepS = Number.NaN;
  let beganS = Number.NaN;
  const entry = { alt: card.entry.altitudeFt, heading: Number.NaN, kias: Number.NaN, lever: Number.NaN };
  let soundingS = Number.NaN;
  let heardS = Number.NaN;
  let flapOutS = Number.NEGATIVE_INFINITY;
  let flapInS = Number.NEGATIVE_INFINITY;
  let moves: { t: number; by: number }[] = [];
  let leftLevelDeg = Number.NaN;
  let clearS = Number.NaN;
  let clearFromDeg = Number.NaN;
  const vertical: { t: number; side: number }[] = [];
  const power: { t: number; side: number }[] = [];
  let leverFrom = Number.NaN;
  let brokeS = Number.NaN;
  const waves: { t: number; side: number }[] = [];

  const leverOf = (row: CoachRow): number => {
    if (row.throttle !== undefined) return row.throttle;
    if (row.power_pct !== undefined) return row.power_pct / 100;
    const { idleRpm, maxRpm, propeller } = airplane;
    // A governor holds the turns whatever the lever does.
    if (propeller?.kind === 'constant-speed') return Number.NaN;
    return row.rpm !== undefined && idleRpm !== undefined && maxRpm !== undefined
      ? (row.rpm - idleRpm) / (maxRpm - idleRpm)
      : Number.NaN;
  };

  function followFlaps(t: number, stage: number): void {
    const before = q.flapStage;
    if (stage > before) flapOutS = t;
    if (stage < before) flapInS = t;
    // Slow flaps pass their stages one by one: what follows within three seconds is one movement.
    if (moves.length > 0 && t - moves[moves.length - 1].t > 3) moves = [];
    if (stage !== before && !Number.isNaN(before) && !Number.isNaN(stage))
      moves.push({ t, by: stage - before });
    q.flapStage = stage;
    q.sinceFlapsOutS = t - flapOutS;
    q.sinceFlapsInS = t - flapInS;
    q.stagesAtOnce = Number.isNaN(stage) ? Number.NaN : Math.abs(moves.reduce((sum, { by }) => sum + by, 0));
  }

  function followWarner(t: number, sounding: number | undefined): void {
    if (sounding === undefined || Number.isNaN(sounding)) {
      q.warnerS = Number.NaN;
      q.sinceWarnerS = NEVER_S;
      q.soundsAnewS = Number.NaN;
      return;
    }
    if (sounding > 0.5) {
      if (Number.isNaN(soundingS) || t - heardS > FLUTTER_S) soundingS = t;
      heardS = t;
    } else if (!(t - heardS <= FLUTTER_S)) soundingS = Number.NaN;
    q.warnerS = Number.isNaN(soundingS) ? 0 : Math.max(t - soundingS, 0.1);
    q.sinceWarnerS = Number.isNaN(heardS) ? NEVER_S : t - heardS;
    q.soundsAnewS = soundingS > stepS + 0.5 ? q.warnerS : 0;
  }

  /** A look round is a change of heading: the seconds since the last one, as far as the rows go back. */
  function followClearing(t: number): void {
    if (Number.isNaN(clearS)) {
      clearS = t;
      clearFromDeg = heading;
    }
    if (Math.abs(heading - clearFromDeg) >= CLEARED_DEG) {
      clearS = t;
      clearFromDeg = heading;
    }
    q.unclearedS = t - clearS;
  }

  const turnsOf = (kept: { t: number; side: number }[], t: number, side: number, overS: number) => {
    if (side !== 0 && kept.at(-1)?.side !== side) kept.push({ t, side });
    while (kept.length > 0 && kept[0].t < t - overS) kept.shift();
    return Math.max(0, kept.length - 1);
  };

  function read(row: CoachRow, field?: FieldRow): Quantities {
    if (last && row.timeS <= last.timeS) throw new RangeError('rows come in the order of their time');
    const t = row.timeS;
    const number = (value: number | undefined): number => value ?? Number.NaN;
    const alt = number(row.alt_ft ?? row.gps_alt_ft);
    const kias = number(row.ias_kt);
    const bank = number(row.bank_deg);
    const pitch = number(row.pitch_deg);
    if (row.hdg_deg === undefined) heading = Number.NaN;
    else heading = Number.isNaN(heading) ? row.hdg_deg : heading + shortestTurnDeg(heading, row.hdg_deg);
    const lever = leverOf(row);
    recent.push({ t, kias, alt, bank: Math.abs(bank), pitch, heading, verticalFpm: Number.NaN });

    q.kias = kias;
    q.bankDeg = Math.abs(bank);
    q.bankTowardDeg = side === 0 ? q.bankDeg : side * bank;
    q.pitchDeg = pitch;
    q.loadG = number(row.load_g);
    q.lever = lever;
    q.elevator = number(row.elevator);
    q.stickBack = row.elevator ?? 1;
    q.ballRightG = row.lat_g === undefined ? Number.NaN : -row.lat_g;
    q.ballLowG = q.ballRightG * Math.sign(bank);
    const climbFpm = 60 * recent.slope('alt', WINDOW_S + 1);
    q.verticalFpm = row.vs_fpm ?? climbFpm;
    recent.last().verticalFpm = q.verticalFpm;
    q.speedKtPerS = recent.slope('kias', WINDOW_S);
    q.bankDegPerS = recent.slope('bank', 1.2);
    q.pitchDegPerS = recent.slope('pitch', 0.8);
    q.turnDegPerS = recent.slope('heading', 1);
    q.yawDegPerS = Math.abs(q.turnDegPerS);
    q.verticalChangeFpm = q.verticalFpm - recent.ago(WINDOW_S).verticalFpm;
    followFlaps(t, row.flaps_deg === undefined ? Number.NaN : flapStageAt(airplane, row.flaps_deg));
    followWarner(t, row.stall_warn);
    followClearing(t);
    if (Number.isNaN(leverFrom)) leverFrom = lever;
    const moved = lever - leverFrom;
    if (Math.abs(moved) > POWER_MOVE) leverFrom = lever;
    q.powerReversals = turnsOf(power, t, Math.abs(moved) > POWER_MOVE ? Math.sign(moved) : 0, 30);
    const chase = Math.abs(q.verticalFpm) > CHASE_FPM ? Math.sign(q.verticalFpm) : 0;
    q.reversals = turnsOf(vertical, t, chase, 40);
    const off = alt - recent.meanAltFt();
    q.waves = turnsOf(waves, t, Math.abs(off) > WAVE_FT ? Math.sign(off) : 0, 60);

    // Without a flap column the speeds are the card's own configuration's.
    const stage = Number.isNaN(q.flapStage) ? card.stage : q.flapStage;
    // By the load where it is recorded: a bank that is not pulled in does not move the stall.
    const load = Number.isNaN(q.loadG) ? loadFactor(Math.min(q.bankDeg, 75)) : q.loadG;
    const root = Math.sqrt(Math.max(LEAST_LOAD_G, load));
    q.aboveWarningKt = kias - warning[stage] * root;
    q.aboveStallKt = kias - stall[stage] * root;
    q.aboveVaKt = kias - card.vaKias;
    q.aboveVxKt = kias - vxKias;
    q.overFlapLimitKt = q.flapStage > 0 ? kias - airplane.flaps[q.flapStage - 1].vfeKias : Number.NaN;
    q.aboveFloorFt = alt - card.entry.floorFt;
    const gaveWay =
      q.aboveWarningKt < 3 && q.stickBack > 0.12 && (q.loadG < 0.88 || q.verticalChangeFpm < -400);
    if (gaveWay) brokeS = t;
    q.sinceBreakS = Number.isNaN(brokeS) ? NEVER_S : t - brokeS;
    q.toFloorS = q.verticalFpm < -50 ? (60 * q.aboveFloorFt) / -q.verticalFpm : NEVER_S;

    if (field) Object.assign(q, field);
    if (Number.isNaN(beganS)) followEntry(kias);
    measureAims(alt, kias, bank);
    q.inStepS = t - (Number.isNaN(stepS) ? t : stepS);
    q.inManeuverS = Number.isNaN(beganS) ? 0 : t - beganS;
    last = row;
    return q;
  }

  /** The speed that it came from: what it was a few seconds ago while nothing had begun. */
  function followEntry(kias: number): void {
    entry.heading = heading;
    entry.kias = keptHigh(entry.kias, kias, 0.02);
    entry.lever = keptHigh(entry.lever, q.lever, 0.002);
  }

  function measureAims(alt: number, kias: number, bank: number): void {
    const aimFt = entry.alt + (aims.altitudeByFt ?? 0);
    const holds = aims.altitude === 'entry' || aims.altitudeByFt !== undefined;
    q.altitudeOffFt = holds ? alt - aimFt : Number.NaN;
    q.altitudeUsed = toleranceUsed(q.altitudeOffFt, altitudeBand);
    q.speedOffKt = aims.kias === undefined ? Number.NaN : kias - aims.kias;
    q.speedUsed = toleranceUsed(q.speedOffKt, speedBand);
    q.bankOffDeg = aims.bankDeg === undefined ? Number.NaN : q.bankDeg - aims.bankDeg;
    q.headingOffDeg = aims.heading === undefined ? Number.NaN : shortestTurnDeg(entry.heading, heading);
    q.slowedKt = entry.kias - kias;
    q.powerTakenOff = entry.lever - q.lever;
    q.gainedFt = alt - entry.alt;
    // The nose may swing while the wing has hardly begun to move: where it pointed a moment before counts.
    if (Math.abs(bank) < LEVEL_DEG) leftLevelDeg = recent.ago(SWING_S).heading;
    q.swingAgainstDeg = (leftLevelDeg - heading) * Math.sign(bank);
    q.toGoDeg = toGo(aims, entry.heading, heading);
  }

  return {
    read,
    begin() {
      beganS = last!.timeS;
      // A turn begins where the wing left level.
      if (!Number.isNaN(leftLevelDeg)) entry.heading = leftLevelDeg;
      const now = recent.ago(1.5).alt;
      // What was briefed counts where it was about kept; else where the pilot chose to begin.
      entry.alt = Math.abs(now - card.entry.altitudeFt) <= altitudeBand.high ? card.entry.altitudeFt : now;
    },
    step(next) {
      aims = next;
      stepS = last?.timeS ?? Number.NaN;
      // What was read a moment ago belongs to this step from here on.
      if (last) measureAims(recent.last().alt, q.kias, last.bank_deg ?? Number.NaN);
      q.inStepS = 0;
      q.inManeuverS = Number.isNaN(beganS) || !last ? 0 : last.timeS - beganS;
    },
    end() {
      beganS = Number.NaN;
      entry.kias = entry.lever = Number.NaN;
      entry.alt = card.entry.altitudeFt;
    },
  };
}

/** A turn that was picked up off its line still ends on the heading that was briefed; far from it, after so many degrees. */
const NEAR_HEADING_DEG = 60;

function toGo({ turnDeg = Number.NaN, toHeadingDeg }: Aims, entryDeg: number, headingDeg: number): number {
  const turned = headingDeg - entryDeg;
  const side = Math.sign(turned) || 1;
  const off =
    toHeadingDeg === undefined ? 0 : side * shortestTurnDeg(entryDeg + side * turnDeg, toHeadingDeg);
  return turnDeg + (Math.abs(off) <= NEAR_HEADING_DEG ? off : 0) - Math.abs(turned);
}
