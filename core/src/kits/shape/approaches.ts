/**
 * Each approach at its marks: the gate, a hundred feet, the touch. Figures with their errors, for the instructor who grades;
 * nothing here is a verdict, and what was not recorded is null.
 */
import { flapStageAt } from '../../airplane/configuration.ts';
import { referenceSpeed } from '../../field/reference-speed.ts';
import { FIELD_FIGURES } from '../../field/tables.ts';
import { slopeOf } from '../../recording/columns/resample.ts';
import {
  firstRowAt,
  firstWhere,
  meanOver,
  type Rows,
  rowOfMax,
  rowsBetween,
} from '../../recording/columns/span.ts';
import type { Track } from '../../recording/track/track.ts';
import { degrees, shortestTurnDeg, wrap360 } from '../../units/angles.ts';
import { FT_TO_M, KT_TO_FTPS, KT_TO_MPS } from '../../units/convert.ts';
import { known } from '../../units/numbers.ts';
import type { ScoringContext } from '../attempt/attempt.ts';
import type { Approach, Gate, Mark, TouchPoint } from './approach-schema.ts';
import { acrossDeg, approachSigns } from './approach-signs.ts';
import { type CentreLine, centreLine } from './centre-line.ts';
import { type FieldRowJudged, judgedRow } from './field-rows.ts';
import type { Final, FlightShape } from './flight-shape.ts';
import { type Leg, legsBefore } from './legs.ts';
import { errorAt, type GroundMotion, groundMotion } from './motion.ts';
import { APPROACH } from './tables.ts';
import { thresholdOf } from './threshold.ts';

interface Seen {
  track: Track;
  motion: GroundMotion;
  context: ScoringContext;
  final: Final;
  line: CentreLine | undefined;
  /** Ft along the line of where the wheels touched, or where others did. */
  aimFt: number | null;
  rows: Rows;
}

export function approachesOf(track: Track, context: ScoringContext, shape: FlightShape): Approach[] {
  const motion = groundMotion(track);
  const seen = shape.finals.map((final) => seenOf(track, motion, context, final));
  return seen.map((one) => {
    if (one.line && one.aimFt === null) one.aimFt = aimOfOthers(seen, one);
    return approachOf(one);
  });
}

function seenOf(track: Track, motion: GroundMotion, context: ScoringContext, final: Final): Seen {
  const { timeS } = track;
  const last = rowsBetween(timeS, final.endS - 8, final.endS);
  const endRow = Math.max(last.from, last.to - 1);
  const toward = motion.directionDeg[endRow];
  const line = centreLine(track, context, final.field, { towardDeg: toward, endRow });
  const rows = rowsBetween(timeS, Math.max(final.startS, final.endS - APPROACH.longestS), final.endS);
  // From where it points along the runway for good.
  let from = rows.to - 1;
  while (
    from > rows.from &&
    Math.abs(shortestTurnDeg(toward, motion.directionDeg[from - 1])) < 2 * APPROACH.alignedDeg
  )
    from--;
  const touched = final.end === 'landing' && line ? line.alongFt(rows.to - 1) : null;
  return { track, motion, context, final, line, aimFt: touched, rows: { from, to: rows.to } };
}

/** Of a go-around distances count to where the others touched on the same runway. */
function aimOfOthers(all: readonly Seen[], { final, line }: Seen): number | null {
  const same = all.filter(
    (one) =>
      one.final.end === 'landing' &&
      one.final.field === final.field &&
      one.line &&
      Math.abs(shortestTurnDeg(one.line.deg, line!.deg)) < APPROACH.sameRunwayDeg,
  );
  if (same.length === 0) return null;
  return same.reduce((sum, one) => sum + line!.alongFt(one.rows.to - 1), 0) / same.length;
}

function approachOf(seen: Seen): Approach {
  const { track, final, rows, line } = seen;
  const at = (heightFt: number) => markAt(seen, heightFt);
  const { gateFt, pathDeg: aimedDeg } = seen.context.atField.rules;
  const gate = at(gateFt);
  const target = targetKias(seen, gate?.row ?? rows.to - 1);
  const touch = final.end === 'landing' ? touchOf(seen) : null;
  const judged = gate ? gateOf(seen, gate.mark, target) : null;
  const approach = {
    startS: track.timeS[rows.from],
    endS: final.endS,
    end: final.end,
    lowestFt: final.end === 'landing' ? 0 : (known(heightOf(seen, rows.to - 1)) ?? 0),
    runwayDeg: known(wrap360(line?.deg ?? seen.motion.directionDeg[rows.to - 1])),
    targetKias: target,
    gateFt,
    aimedDeg,
    gate: judged,
    low: at(APPROACH.lowMarkFt)?.mark ?? null,
    touch,
    overshotFt: overshot(seen),
    decision: decisionOf(final, judged),
    path: pathOf(seen),
  };
  const { motion } = seen;
  const legs = legsBefore(
    track,
    approach.runwayDeg ?? motion.directionDeg[rows.to - 1],
    (row) => motion.directionDeg[row],
    rows.from,
    (row) => heightOf(seen, row),
    motion.iasMeasured,
  );
  return {
    ...approach,
    signs: approachSigns(track, approach),
    legs,
    rows: rowsOf(seen, approach, legs),
    threshold: line
      ? thresholdOf(seen.context.atField.rules.ends, { ...seen, ...measuredOf(seen, touch), line })
      : null,
  };
}

function measuredOf(seen: Seen, touch: TouchPoint | null) {
  const { track, motion } = seen;
  return {
    iasMeasured: motion.iasMeasured,
    heightFt: (at: number) => heightOf(seen, at),
    touch: touch && touchedAt(firstRowAt(track.timeS, touch.atS), touch.errorS, motion),
  };
}

const touchedAt = (row: number, errorS: number, { speedKt }: GroundMotion) => ({
  row,
  errorS,
  speedFps: (speedKt?.[row] ?? 0) * KT_TO_FTPS,
});

/** Of the pattern the downwind leg, by the airplane file's speed; of the approach the speed at the gate. */
function rowsOf(
  { context }: Seen,
  { gate, targetKias }: Pick<Approach, 'gate' | 'targetKias'>,
  legs: readonly Leg[],
): FieldRowJudged[] {
  const { rules } = context.atField;
  const downwind = legs.find(({ leg }) => leg === 'downwind');
  const aimed = context.airplane?.patternKias?.downwind;
  const furthest = downwind && Math.abs(downwind.heightFt - rules.patternFt) + (downwind.wanderedFt ?? 0);
  return [
    ...judgedRow(rules, 'pattern-altitude', furthest ?? null, gate?.heightErrorFt ?? FIELD_LEVEL_FT),
    ...judgedRow(
      rules,
      'pattern-speed',
      downwind?.kias != null && aimed !== undefined ? downwind.kias - aimed : null,
      gate?.kiasError ?? 0,
    ),
    ...judgedRow(
      rules,
      'approach-speed',
      gate?.kias != null && targetKias !== null ? gate.kias - targetKias : null,
      gate?.kiasError ?? 0,
    ),
  ];
}

const heightOf = ({ track, final }: Seen, row: number): number =>
  track.altitudeFt.values[row] - final.field.altitudeFt;

/** V_REF with the flaps that were out, and half of the gusts that were briefed. */
function targetKias({ track, context }: Seen, row: number): number | null {
  const { airplane } = context;
  if (!airplane) return null;
  const deg = track.other('flaps_deg')?.values[row] ?? Number.NaN;
  const stage = Number.isNaN(deg) ? airplane.flaps.length : flapStageAt(airplane, deg);
  const weightLb = context.weightLb ?? airplane.maxWeightLb;
  const { windKt, gustKt } = context.atField;
  return referenceSpeed(airplane, { weightLb, stage, windKt, gustKt }).kias;
}

/** The last time that it came down through a height. */
function markAt(seen: Seen, heightFt: number): { row: number; mark: Mark } | undefined {
  const { track, motion, rows, line, aimFt } = seen;
  const { timeS, altitudeFt } = track;
  let row = rows.to - 1;
  if (heightOf(seen, row) > heightFt) return undefined;
  while (row > rows.from && heightOf(seen, row) <= heightFt) row--;
  if (heightOf(seen, row) <= heightFt) return undefined;
  const about = (overS: number) => rowsBetween(timeS, timeS[row] - overS / 2, timeS[row] + overS / 2);
  const near = about(APPROACH.meanS);
  const wide = about(APPROACH.slopeS);
  const sinkFpm = -60 * slopeOf(timeS, altitudeFt.values, wide.from, wide.to);
  if (!Number.isFinite(sinkFpm)) return undefined;
  const overKt = motion.speedKt ? meanOver(motion.speedKt, wide) : Number.NaN;
  const flapsDeg = track.other('flaps_deg')?.values[row];
  return {
    row,
    mark: {
      atS: timeS[row],
      heightErrorFt: heightErrorFt(track, row),
      kias: motion.iasMeasured ? known(meanOver(track.airspeedKt.values, near)) : null,
      kiasError: errorAt(track.airspeedKt.standardError, row),
      sinkFpm,
      pathDeg: known(degrees(Math.atan2((sinkFpm * FT_TO_M) / 60, overKt * KT_TO_MPS))),
      rightFt: known(line?.rightFt(row)),
      rightErrorFt: known(line?.rightErrorFt(row)),
      distanceFt: distanceAt(line, aimFt, row),
      flapsDeg: known(flapsDeg),
      offDeg: known(shortestTurnDeg(motion.directionDeg[rows.to - 1], motion.directionDeg[row])),
    },
  };
}

/** Of the altimeter at that row, and of the level that the field was taken to have. */
const heightErrorFt = ({ altitudeFt }: Track, row: number): number =>
  Math.hypot(Math.max(1, errorAt(altitudeFt.standardError, row)), FIELD_LEVEL_FT);
/** A field slopes, and an altimeter lags by so much in a descent. */
const FIELD_LEVEL_FT = 5;

const distanceAt = (line: CentreLine | undefined, aimFt: number | null, row: number): number | null =>
  line && aimFt !== null ? known(aimFt - line.alongFt(row)) : null;

/** What of the house’s stabilized gate was so; null where the recording does not carry it. */
function gateOf({ track, rows, context }: Seen, mark: Mark, target: number | null): Gate {
  const { kias, kiasError, sinkFpm, pathDeg, rightFt, rightErrorFt, offDeg } = mark;
  const { fastKt, slowKt, sinkFpm: mostSink, pathWithinDeg } = FIELD_FIGURES;
  const { pathDeg: path } = context.atField.rules;
  // What is known no better than to half of its tolerance tells neither way.
  const within = (value: number | null, low: number, high: number, error = 0) =>
    value === null || error > (high - low) / 4 ? null : value >= low && value <= high;
  const straight = within(offDeg, -APPROACH.alignedDeg, APPROACH.alignedDeg);
  const beside = within(rightFt, -APPROACH.offCentreFt, APPROACH.offCentreFt, rightErrorFt ?? 0);
  const flaps = track.other('flaps_deg')?.values;
  const after = rowsBetween(track.timeS, mark.atS, track.timeS[rows.to - 1]);
  return {
    ...mark,
    held: {
      speed: target === null ? null : within(kias, target - slowKt, target + fastKt, kiasError),
      sink: sinkFpm <= mostSink,
      path: within(pathDeg, path - pathWithinDeg, path + pathWithinDeg),
      // Measured beside a line that is not known well enough, pointing along it shows nothing.
      centre: straight === false ? false : (beside ?? (rightFt === null ? straight : null)),
      flaps: flaps ? firstWhere(after, (i) => Math.abs(flaps[i] - (mark.flapsDeg ?? 0)) > 3) < 0 : null,
    },
  };
}

/** Nothing out is stable; anything out is not; where nothing is out and something unseen it is not said. */
function decisionOf({ end }: Final, gate: Gate | null): Approach['decision'] {
  if (!gate) return null;
  const held = Object.values(gate.held);
  if (held.includes(false)) return end === 'landing' ? 'landed-unstable' : 'went-around-unstable';
  if (held.includes(null)) return null;
  return end === 'landing' ? 'landed-stable' : 'went-around';
}

function touchOf(seen: Seen): TouchPoint {
  const { track, motion, rows, line } = seen;
  const row = touchRow(track, rows.to - 1);
  const { timeS } = track;
  const near = rowsBetween(timeS, timeS[row] - APPROACH.meanS / 2, timeS[row] + APPROACH.meanS / 2);
  const load = track.raw('load_g');
  const after = rowsBetween(timeS, timeS[row] - 2, timeS[row] + APPROACH.bounceS);
  const hardest = load ? rowOfMax(after, (i) => load[i]) : -1;
  return {
    atS: timeS[row],
    errorS: touchErrorS(track, row),
    kias: motion.iasMeasured ? known(meanOver(track.airspeedKt.values, near)) : null,
    rightFt: known(line?.rightFt(row)),
    loadG: load && hardest >= 0 ? load[hardest] : null,
    ...sideways(track, timeS[row]),
    bounces: load && track.stepS <= 0.21 ? bouncesIn(load, after) : null,
  };
}

/** Side load of the first second on the wheels, and the nose off the track just before it. */
function sideways(track: Track, atS: number): Pick<TouchPoint, 'sideG' | 'acrossDeg'> {
  const lateral = track.raw('lat_g');
  const after = rowsBetween(track.timeS, atS - track.stepS, atS + APPROACH.sideS);
  const worst = lateral ? rowOfMax(after, (i) => Math.abs(lateral[i])) : -1;
  return {
    sideG: lateral && worst >= 0 ? known(Math.abs(lateral[worst])) : null,
    acrossDeg: acrossDeg(track, atS),
  };
}

/**
 * The moment of the touch, nearer than an altimeter tells it: where the load first jumps, within the seconds about it.
 * @param row where the altimeter has it down
 */
function touchRow(track: Track, row: number): number {
  const { timeS } = track;
  const load = track.raw('load_g');
  const about = rowsBetween(timeS, timeS[row] - APPROACH.touchWithinS, timeS[row] + APPROACH.touchWithinS);
  if (load) {
    // What it pulls higher up is the flare.
    const { values } = track.altitudeFt;
    const rolledFt = values[rowOfMax(about, (i) => -values[i])];
    const met = firstWhere(
      about,
      (i) => load[i] > APPROACH.bounceG && values[i] < rolledFt + APPROACH.touchFt,
    );
    if (met >= 0) return met;
  }
  return levelsOff(track, row);
}

/**
 * Where the altitude levels: of all rows about it the one from which a straight way down that becomes level lies nearest to
 * what was recorded.
 */
function levelsOff({ timeS, altitudeFt }: Track, row: number): number {
  const { touchWithinS, hingeS } = APPROACH;
  const all = rowsBetween(timeS, timeS[row] - touchWithinS - hingeS, timeS[row] + touchWithinS + hingeS);
  const rolled = rowsBetween(timeS, timeS[row] + touchWithinS, timeS[row] + touchWithinS + hingeS);
  const levelFt = meanOver(altitudeFt.values, rolled);
  const candidates = rowsBetween(timeS, timeS[row] - touchWithinS, timeS[row] + touchWithinS);
  if (Number.isNaN(levelFt)) return row;
  const misses = (at: number): number => {
    let [tt, th] = [0, 0];
    for (let i = all.from; i < at; i++) {
      const before = timeS[at] - timeS[i];
      tt += before * before;
      th += before * (altitudeFt.values[i] - levelFt);
    }
    const sinkFps = tt > 0 ? Math.max(0, th / tt) : 0;
    let sum = 0;
    for (let i = all.from; i < all.to; i++) {
      const meant = levelFt + Math.max(0, sinkFps * (timeS[at] - timeS[i]));
      sum += (altitudeFt.values[i] - meant) ** 2;
    }
    return sum;
  };
  const best = rowOfMax(candidates, (at) => -misses(at));
  return best < 0 ? row : best;
}

/** Whatever an altimeter does, by then it is down. */
const LONGEST_ERROR_S = 3;

/** The altimeter’s error over the sink of the last seconds, and a row. */
function touchErrorS({ timeS, altitudeFt, stepS }: Track, row: number): number {
  const before = rowsBetween(timeS, timeS[row] - 4, timeS[row]);
  const sinkFps = Math.max(1, -slopeOf(timeS, altitudeFt.values, before.from, before.to));
  const errorS = stepS + Math.max(2, errorAt(altitudeFt.standardError, row)) / sinkFps;
  return Math.min(LONGEST_ERROR_S, known(errorS) ?? LONGEST_ERROR_S);
}

/** Times that the wheels met the ground again after they had left it. */
function bouncesIn(load: Float64Array, { from, to }: Rows): number {
  let [meets, light] = [0, true];
  for (let i = from; i < to; i++) {
    if (load[i] > APPROACH.bounceG && light) {
      meets++;
      light = false;
    } else if (load[i] < APPROACH.airG) light = true;
  }
  return Math.max(0, meets - 1);
}

/** How far beyond the centre line the turn to final went, ft; null without a line, 0 where it stayed short of it. */
function overshot({ track, motion, rows, line }: Seen): number | null {
  if (!line) return null;
  const turn = rowsBetween(track.timeS, track.timeS[rows.from] - 25, track.timeS[rows.from] + 10);
  const side = Math.sign(line.rightFt(turn.from));
  const turned = Math.abs(shortestTurnDeg(motion.directionDeg[turn.from], motion.directionDeg[rows.from]));
  if (turned < 30) return 0;
  const furthest = rowOfMax(turn, (i) => -side * line.rightFt(i));
  const ft = furthest < 0 ? 0 : -side * line.rightFt(furthest);
  return ft > APPROACH.overshootFt ? ft : 0;
}

/** As it is drawn: height, distance, speed and centre line, thinned. */
function pathOf(seen: Seen): Approach['path'] {
  const { track, motion, rows, line, aimFt } = seen;
  const step = Math.max(1, Math.ceil((rows.to - rows.from) / APPROACH.points));
  const path: Approach['path'] = [];
  for (let i = rows.from; i < rows.to; i += step) {
    const ft = known(heightOf(seen, i));
    if (ft === null) continue;
    path.push({
      s: track.timeS[i],
      ft,
      kias: motion.iasMeasured ? known(track.airspeedKt.values[i]) : null,
      rightFt: known(line?.rightFt(i)),
      distanceFt: distanceAt(line, aimFt, i),
    });
  }
  return path;
}
