/**
 * What the coach looks at, worked out from the rows as they come: rates over the last seconds, distances from the
 * airplane's limits and from what the step aims at. What was not recorded is NaN, and shows nothing.
 */
import { speedAtWeightKias } from '../../airplane/limits.ts';
import type { Airplane } from '../../airplane/schema.ts';
import type { TargetCard } from '../../card/card.ts';
import { loadFactor } from '../../mechanics/turning.ts';
import { stallAtStage } from '../../performance/model.ts';
import { warningAtStage } from '../../performance/warning.ts';
import type { ChannelName } from '../../recording/columns/channels.ts';
import { shortestTurnDeg } from '../../units/angles.ts';
import type { Aims } from './part.ts';

/** A row as it is recorded, by channel; what is missing was not measured. */
export type CoachRow = { timeS: number } & Partial<Record<ChannelName, number>>;

const NAMES = [
  'kias',
  'verticalFpm',
  /** By its size. */
  'bankDeg',
  'pitchDeg',
  'loadG',
  'speedKtPerS',
  /** Of the size of the bank. */
  'bankDegPerS',
  'pitchDegPerS',
  /** Turn of the heading, either way, and to the right. */
  'yawDegPerS',
  'turnDegPerS',
  /** Height and speed together, as if all of it were height. */
  'energyFpm',
  /** Change of the vertical speed over two seconds. */
  'verticalChangeFpm',
  /** 0 to 1. */
  'lever',
  'flapStage',
  /** Positive where the ball is out to the right. */
  'ballRightG',
  /** Toward the low wing where positive. */
  'ballLowG',
  'elevator',
  /** The same, and fully back where no stick was recorded: for signs that ask whether it is still held. */
  'stickBack',
  /** Held against the bank where positive. */
  'aileronAgainst',
  /** Seconds for which the warner has sounded; 0 while it is silent. */
  'warnerS',
  /** Since it sounded last; large where it has not, or was not recorded. */
  'sinceWarnerS',
  /** Seconds for which it sounds that began within this step. */
  'soundsAnewS',
  'angleOfAttackDeg',
  'aboveWarningKt',
  'aboveStallKt',
  'aboveVaKt',
  'aboveVxKt',
  'aboveVyKt',
  'overFlapLimitKt',
  'aboveFloorFt',
  /** Until the floor at this descent, s; large where it does not descend. */
  'toFloorS',
  /** In units of the band, 1 at its upper edge. */
  'altitudeUsed',
  'altitudeOffFt',
  'speedUsed',
  'speedOffKt',
  'bankOffDeg',
  /** Positive to the right. */
  'headingOffDeg',
  /** Of the maneuver so far. */
  'turnedDeg',
  'toGoDeg',
  /** Heading gone against the bank since the wing began to go down. */
  'swingAgainstDeg',
  'slowedKt',
  /** Share of the lever taken off since before it began. */
  'powerTakenOff',
  'gainedFt',
  'inStepS',
  'inManeuverS',
  /** Since the lift last gave way near the stall, as the load or the sink showed it. */
  'sinceBreakS',
  'sinceFlapsOutS',
  'sinceFlapsInS',
  /** Stages moved within the last three seconds. */
  'stagesAtOnce',
  /** Changes between climb and descent in the last forty seconds. */
  'reversals',
  /** Moves of the power up and down in the last half minute. */
  'powerReversals',
  'unclearedS',
  /** Slow rises and falls about the mean altitude in the last minute. */
  'waves',
] as const;
export type QuantityName = (typeof NAMES)[number];
export type Quantities = Record<QuantityName, number>;

const WINDOW_S = 2;
const WAVE_S = 30;
const MOST_ROWS = 1500;
const KT_TO_FT_PER_S = 1.68781;
const GRAVITY = 32.174;
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

const usedOf = (off: number, { low, high }: Band): number => (off - (low + high) / 2) / ((high - low) / 2);

export interface Gauge {
  /** The values at a row; the same object every time. @throws RangeError where time goes back. */
  read(row: CoachRow): Quantities;
  /** The maneuver begins here: what it is measured from. */
  begin(): void;
  /** A step begins. */
  step(aims: Aims): void;
  /** Forgets the maneuver: ready for the next. */
  end(): void;
}

export function openGauge(card: TargetCard, airplane: Airplane): Gauge {
  const { weightLb } = card;
  const stages = airplane.flaps.map(({ deg }) => deg);
  const perStage = (of: (stage: number) => number) => [0, ...stages].map((_, stage) => of(stage));
  const warning = perStage((stage) => warningAtStage(airplane, { weightLb, stage }).kias);
  const stall = perStage((stage) => stallAtStage(airplane, { weightLb, stage }).kias);
  const atWeight = (kias: number | undefined) =>
    kias === undefined ? Number.NaN : speedAtWeightKias(airplane, kias, { weightLb, setting: 'clean' });
  const [vxKias, vyKias] = [atWeight(airplane.vxKias), atWeight(airplane.vyKias)];
  const altitudeBand = bandOf(card, 'altitude', 100);
  const speedBand = bandOf(card, 'airspeed', 10);

  // The last half minute, oldest first.
  const rows: {
    t: number;
    kias: number;
    alt: number;
    bank: number;
    pitch: number;
    hdg: number;
    vs: number;
    lever: number;
  }[] = [];
  const q = Object.fromEntries(NAMES.map((name) => [name, Number.NaN])) as Quantities;
  let aims: Aims = { altitude: 'entry' };
  let last: CoachRow | undefined;
  let heading = Number.NaN;
  let stepS = Number.NaN;
  let beganS = Number.NaN;
  let entry = { alt: card.entry.altitudeFt, heading: Number.NaN, kias: Number.NaN, lever: Number.NaN };
  let cruiseKias = Number.NaN;
  let soundingS = Number.NaN;
  let heardS = Number.NaN;
  let flapOutS = Number.NEGATIVE_INFINITY;
  let flapInS = Number.NEGATIVE_INFINITY;
  let moves: { t: number; by: number }[] = [];
  let rolled = { heading: Number.NaN, side: 0 };
  let clearS = Number.NaN;
  let clearFromDeg = Number.NaN;
  const vertical: { t: number; side: number }[] = [];
  const power: { t: number; side: number }[] = [];
  let leverFrom = Number.NaN;
  let brokeS = Number.NaN;
  const waves: { t: number; side: number }[] = [];

  /** Least squares through the last seconds; NaN where there are too few. */
  function slope(of: 'kias' | 'alt' | 'bank' | 'pitch' | 'hdg', overS: number): number {
    const end = rows[rows.length - 1].t;
    let [n, st, sv, stt, stv] = [0, 0, 0, 0, 0];
    for (let i = rows.length - 1; i >= 0; i--) {
      const t = rows[i].t - end;
      if (t < -overS - 1e-6 && n >= 3) break;
      if (t < -3 * overS) break;
      const v = of === 'bank' ? Math.abs(rows[i].bank) : rows[i][of];
      n++;
      st += t;
      sv += v;
      stt += t * t;
      stv += t * v;
    }
    const spread = n * stt - st * st;
    return n < 3 || spread <= 0 ? Number.NaN : (n * stv - st * sv) / spread;
  }

  function meanOf(of: 'alt' | 'kias' | 'lever', overS: number): number {
    const end = rows[rows.length - 1].t;
    let [n, sum] = [0, 0];
    for (let i = rows.length - 1; i >= 0 && rows[i].t >= end - overS; i--) {
      n++;
      sum += rows[i][of];
    }
    return sum / n;
  }

  function headingAgo(s: number): number {
    const t = rows[rows.length - 1].t - s;
    let i = rows.length - 1;
    while (i > 0 && rows[i].t > t) i--;
    return rows[i].hdg;
  }

  const leverOf = (row: CoachRow): number => {
    if (row.throttle !== undefined) return row.throttle;
    if (row.power_pct !== undefined) return row.power_pct / 100;
    const { idleRpm, maxRpm } = airplane;
    return row.rpm !== undefined && idleRpm !== undefined && maxRpm !== undefined
      ? (row.rpm - idleRpm) / (maxRpm - idleRpm)
      : Number.NaN;
  };

  const stageOf = (deg: number | undefined): number => {
    if (deg === undefined || Number.isNaN(deg)) return Number.NaN;
    let stage = 0;
    while (stage < stages.length && stages[stage] <= deg + 2) stage++;
    return stage;
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

  function read(row: CoachRow): Quantities {
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
    rows.push({ t, kias, alt, bank, pitch, hdg: heading, vs: 0, lever });
    while (rows.length > MOST_ROWS || rows[0].t < t - WAVE_S) rows.shift();

    q.kias = kias;
    q.bankDeg = Math.abs(bank);
    q.pitchDeg = pitch;
    q.loadG = number(row.load_g);
    q.lever = lever;
    q.elevator = number(row.elevator);
    q.stickBack = row.elevator ?? 1;
    q.angleOfAttackDeg = number(row.aoa_deg);
    q.ballRightG = row.lat_g === undefined ? Number.NaN : -row.lat_g;
    q.ballLowG = q.ballRightG * Math.sign(bank);
    q.aileronAgainst = number(row.aileron) * -Math.sign(bank);
    const climbFpm = 60 * slope('alt', WINDOW_S + 1);
    q.verticalFpm = row.vs_fpm ?? climbFpm;
    rows[rows.length - 1].vs = q.verticalFpm;
    q.speedKtPerS = slope('kias', WINDOW_S);
    q.bankDegPerS = slope('bank', 1.2);
    q.pitchDegPerS = slope('pitch', 0.8);
    q.turnDegPerS = slope('hdg', 1);
    q.yawDegPerS = Math.abs(q.turnDegPerS);
    const tasFtPerS = (row.tas_kt ?? kias * 1.06) * KT_TO_FT_PER_S;
    q.energyFpm = q.verticalFpm + (60 * tasFtPerS * q.speedKtPerS * KT_TO_FT_PER_S) / GRAVITY;
    let before = rows.length - 1;
    while (before > 0 && rows[before].t > t - WINDOW_S) before--;
    q.verticalChangeFpm = q.verticalFpm - rows[before].vs;
    followFlaps(t, stageOf(row.flaps_deg));
    followWarner(t, row.stall_warn);
    followClearing(t);
    if (Number.isNaN(leverFrom)) leverFrom = lever;
    const moved = lever - leverFrom;
    if (Math.abs(moved) > POWER_MOVE) leverFrom = lever;
    q.powerReversals = turnsOf(power, t, Math.abs(moved) > POWER_MOVE ? Math.sign(moved) : 0, 30);
    const chase = Math.abs(q.verticalFpm) > CHASE_FPM ? Math.sign(q.verticalFpm) : 0;
    q.reversals = turnsOf(vertical, t, chase, 40);
    const off = alt - meanOf('alt', WAVE_S);
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
    q.aboveVyKt = kias - vyKias;
    q.overFlapLimitKt = q.flapStage > 0 ? kias - airplane.flaps[q.flapStage - 1].vfeKias : Number.NaN;
    q.aboveFloorFt = alt - card.entry.floorFt;
    const gaveWay =
      q.aboveWarningKt < 3 && q.stickBack > 0.12 && (q.loadG < 0.88 || q.verticalChangeFpm < -400);
    if (gaveWay) brokeS = t;
    q.sinceBreakS = Number.isNaN(brokeS) ? NEVER_S : t - brokeS;
    q.toFloorS = q.verticalFpm < -50 ? (60 * q.aboveFloorFt) / -q.verticalFpm : NEVER_S;

    if (Number.isNaN(beganS)) followEntry(kias);
    measureAims(alt, kias, bank);
    q.inStepS = t - (Number.isNaN(stepS) ? t : stepS);
    q.inManeuverS = Number.isNaN(beganS) ? 0 : t - beganS;
    last = row;
    return q;
  }

  /** The speed that it came from: what it was a few seconds ago while nothing had begun. */
  function followEntry(kias: number): void {
    const speed = meanOf('kias', 6);
    cruiseKias = Number.isNaN(cruiseKias) ? kias : Math.max(speed, cruiseKias - 0.02);
    const usual = Number.isNaN(entry.lever) ? q.lever : Math.max(meanOf('lever', 8), entry.lever - 0.002);
    entry = { alt: entry.alt, heading, kias: cruiseKias, lever: usual };
  }

  function measureAims(alt: number, kias: number, bank: number): void {
    const aimFt = entry.alt + (aims.altitudeByFt ?? 0);
    const holds = aims.altitude === 'entry' || aims.altitudeByFt !== undefined;
    q.altitudeOffFt = holds ? alt - aimFt : Number.NaN;
    q.altitudeUsed = usedOf(q.altitudeOffFt, altitudeBand);
    q.speedOffKt = aims.kias === undefined ? Number.NaN : kias - aims.kias;
    q.speedUsed = usedOf(q.speedOffKt, speedBand);
    q.bankOffDeg = aims.bankDeg === undefined ? Number.NaN : q.bankDeg - aims.bankDeg;
    q.headingOffDeg = aims.heading === undefined ? Number.NaN : shortestTurnDeg(entry.heading, heading);
    q.slowedKt = entry.kias - kias;
    q.powerTakenOff = entry.lever - q.lever;
    q.gainedFt = alt - entry.alt;
    // The nose may swing while the wing has hardly begun to move: where it pointed a moment before counts.
    if (Math.abs(bank) < LEVEL_DEG) rolled = { heading: headingAgo(SWING_S), side: Math.sign(bank) };
    q.swingAgainstDeg = (rolled.heading - heading) * Math.sign(bank);
    q.turnedDeg = Math.abs(heading - entry.heading);
    q.toGoDeg = (aims.turnDeg ?? Number.NaN) - q.turnedDeg;
  }

  return {
    read,
    begin() {
      beganS = last!.timeS;
      // A turn begins where the wing left level.
      if (!Number.isNaN(rolled.heading)) entry.heading = rolled.heading;
      const now = meanOf('alt', 3);
      // What was briefed counts where it was about kept; else where the pilot chose to begin.
      entry.alt = Math.abs(now - card.entry.altitudeFt) <= altitudeBand.high ? card.entry.altitudeFt : now;
    },
    step(next) {
      aims = next;
      stepS = last?.timeS ?? Number.NaN;
      // What was read a moment ago belongs to this step from here on.
      if (last) measureAims(rows[rows.length - 1].alt, q.kias, last.bank_deg ?? Number.NaN);
      q.inStepS = 0;
      q.inManeuverS = Number.isNaN(beganS) || !last ? 0 : last.timeS - beganS;
    },
    end() {
      beganS = Number.NaN;
      cruiseKias = Number.NaN;
      entry.lever = Number.NaN;
      entry.alt = card.entry.altitudeFt;
    },
  };
}
