/** The day's shape, from apron to apron: its parts, its times, its takeoffs and landings. */
import { rowsBetween } from '../../recording/columns/span.ts';
import type { Track } from '../../recording/track/track.ts';
import type { ScoringContext } from '../attempt/attempt.ts';
import { perFlight } from '../attempt/per-flight.ts';
import { circuitBefore, goAroundsIn } from './circuits.ts';
import { type Airborne, airborneSpans, type Landing, landingOf } from './landings.ts';
import { withLowWork } from './low-work.ts';
import { type GroundMotion, groundMotion } from './motion.ts';
import type { Part } from './parts.ts';
import { ROUND_FIELD, WHEELS } from './tables.ts';
import { type Field, groundStretches, type OnGround } from './wheels.ts';

export interface FlightShape {
  /** From the first movement to the last stop; null where the recording does not show both. */
  blockS: number | null;
  /** Wheels off to wheels on, all flights of the recording together. */
  airborneS: number | null;
  takeoffs: number | null;
  landings: Landing[] | null;
  goArounds: number | null;
  /** Each at its lowest moment, s and ft above the field; empty where the field is not known. */
  goAroundList: { atS: number; lowestFt: number }[];
  circuits: number | null;
  parts: Part[];
  /** Levels of the fields stood at, ft. */
  fields: readonly Field[];
  /** Where the wheels were on the ground, and each approach to a field until its touch or its lowest moment. */
  ground: readonly OnGround[];
  finals: Final[];
  /** When the wheels left, and of which field. */
  lifts: { atS: number; field: Field }[];
}

export interface Final {
  field: Field;
  startS: number;
  endS: number;
  end: 'landing' | 'go-around' | 'low-approach';
}

/** Worked out once for a flight. */
export const flightShape = perFlight(shapeOf);

function shapeOf(track: Track, context: ScoringContext): FlightShape {
  const motion = groundMotion(track);
  const ground = groundStretches(track, context, motion);
  const fields = [...new Set(ground.map(({ field }) => field))];
  const spans = airborneSpans(track, ground);
  const air = spans.map((span) => describeAir(track, motion, fields, span));
  const landings = spans.flatMap(({ to, onS }, i): Landing[] =>
    to && onS !== null ? [landingOf(track, motion, to, onS, spans[i + 1]?.offS ?? null)] : [],
  );
  const known = ground.length > 0;
  const goAroundList = air.flatMap((one) => one.goAroundList);
  const whole = spans.every(({ offS, onS }) => offS !== null && onS !== null);
  const parts = [
    ...ground.flatMap((one) => groundParts(track, motion, one, spans)),
    ...air
      .flatMap((one) => one.parts)
      .flatMap((part) => (part.name === 'transit' ? withLowWork(track, context, fields, part) : part)),
  ]
    .filter(({ startS, endS }) => endS > startS)
    .sort((a, b) => a.startS - b.startS);
  return {
    blockS: known ? blockOf(parts, ground, track) : null,
    airborneS: known && whole ? spans.reduce((sum, { offS, onS }) => sum + onS! - offS!, 0) : null,
    takeoffs: known ? spans.filter(({ offS }) => offS !== null).length : null,
    landings: known ? landings : null,
    goArounds: known ? goAroundList.length : null,
    goAroundList: known ? goAroundList : [],
    circuits: known ? air.reduce((sum, { circuits }) => sum + circuits, 0) : null,
    parts,
    fields,
    ground,
    lifts: spans.flatMap(({ offS, from }) =>
      offS !== null && from ? [{ atS: offS, field: from.field }] : [],
    ),
    finals: air.flatMap((one) => one.finals).sort((a, b) => a.endS - b.endS),
  };
}

/** One flight between two stretches of ground. */
function describeAir(track: Track, motion: GroundMotion, fields: readonly Field[], span: Airborne) {
  const { timeS } = track;
  const startS = span.offS ?? timeS[span.rows.from];
  const endS = span.onS ?? timeS[Math.max(span.rows.from, span.rows.to - 1)];
  const away = goAroundsIn(track, motion, fields, span.rows, span.rows);
  const goAround = away.filter(({ low }) => !low);
  const parts: Part[] = [];
  let circuits = 0;
  let fromS = startS;
  if (span.from && span.offS !== null) {
    const climbedS = heightReached(track, span.from.field, startS, endS, ROUND_FIELD.takeoffFt);
    const outS = heightReached(track, span.from.field, startS, endS, ROUND_FIELD.climbOutFt);
    parts.push({ name: 'takeoff', startS, endS: climbedS });
    parts.push({ name: 'climb-out', startS: climbedS, endS: outS });
    fromS = outS;
  }
  // Each approach with the circuit before it; what lies between is on its way.
  const approaches = [
    ...away.map(({ atS, field, low }) => ({ atS, field, landing: false, low })),
    ...(span.to && span.onS !== null
      ? [{ atS: span.onS, field: span.to.field, landing: true, low: false }]
      : []),
  ].sort((a, b) => a.atS - b.atS);
  let sinceS = startS;
  const finals: Final[] = [];
  for (const { atS, field, landing, low } of approaches) {
    const circuit = circuitBefore(track, motion, field, atS, sinceS);
    const finalS = finalFrom(track, field, atS, circuit?.startS ?? sinceS);
    if (circuit) {
      circuits++;
      // What was called a climb-out was the beginning of the circuit.
      const beginS = Math.max(
        circuit.startS,
        parts.at(-1)?.name === 'climb-out' ? parts.at(-1)!.startS : fromS,
      );
      if (parts.at(-1)?.name === 'climb-out' && beginS < parts.at(-1)!.endS) parts.at(-1)!.endS = beginS;
      if (beginS > fromS) parts.push({ name: 'transit', startS: fromS, endS: beginS });
      parts.push({ name: 'circuit', startS: beginS, endS: finalS });
    } else if (finalS > fromS) parts.push({ name: 'transit', startS: fromS, endS: finalS });
    finals.push({
      field,
      startS: finalS,
      endS: atS,
      end: landing ? 'landing' : low ? 'low-approach' : 'go-around',
    });
    const lowS = landing ? heightBefore(track, field, atS, ROUND_FIELD.takeoffFt, finalS) : atS;
    parts.push({ name: 'approach', startS: finalS, endS: lowS });
    if (landing) parts.push({ name: 'landing', startS: lowS, endS: atS });
    fromS = atS;
    sinceS = atS;
  }
  if (endS > fromS) parts.push({ name: 'transit', startS: fromS, endS });
  const goAroundList = goAround.map(({ atS, lowestFt }) => ({ atS, lowestFt }));
  return { parts, goAroundList, circuits, finals };
}

/** When a height above a field was first reached. */
function heightReached(track: Track, field: Field, fromS: number, toS: number, ft: number): number {
  const rows = rowsBetween(track.timeS, fromS, toS);
  for (let i = rows.from; i < rows.to; i++)
    if (track.altitudeFt.values[i] > field.altitudeFt + ft) return track.timeS[i];
  return toS;
}

/** When it was last as high as that before a moment; never so high, from the beginning. */
function heightBefore(track: Track, field: Field, atS: number, ft: number, notBeforeS: number): number {
  const rows = rowsBetween(track.timeS, notBeforeS, atS);
  for (let i = rows.to - 1; i >= rows.from; i--)
    if (track.altitudeFt.values[i] > field.altitudeFt + ft) return track.timeS[i];
  return Math.min(notBeforeS, atS);
}

/** The last way down from the height of an approach. */
const finalFrom = (track: Track, field: Field, atS: number, notBeforeS: number): number =>
  heightBefore(track, field, atS, ROUND_FIELD.approachFt, notBeforeS);

/** Standing and moving on the ground; the roll of a takeoff or a landing belongs to those. */
function groundParts(
  track: Track,
  motion: GroundMotion,
  { rows }: OnGround,
  spans: readonly Airborne[],
): Part[] {
  const { timeS } = track;
  const before = spans.find(({ to }) => to?.rows.from === rows.from);
  const after = spans.find(({ from }) => from?.rows.to === rows.to);
  const lastS = timeS[Math.min(rows.to, timeS.length) - 1];
  const onS = before?.onS ?? timeS[rows.from];
  const offS = after?.offS ?? lastS;
  const rolledS = before ? rollEnds(track, motion, onS, offS) : timeS[rows.from];
  const rollS = after ? rollBegins(track, motion, offS, rolledS) : lastS;
  const parts: Part[] = [];
  if (before) parts.push({ name: 'landing', startS: onS, endS: rolledS });
  parts.push(...standOrTaxi(track, motion, rolledS, rollS));
  if (after) parts.push({ name: 'takeoff', startS: rollS, endS: offS });
  return parts;
}

/** The speed that tells: over the ground, else through the air. */
const speedOf = (track: Track, motion: GroundMotion) => motion.speedKt ?? track.airspeedKt.values;

function rollEnds(track: Track, motion: GroundMotion, onS: number, untilS: number): number {
  const speed = speedOf(track, motion);
  const rows = rowsBetween(track.timeS, onS, untilS);
  for (let i = rows.from; i < rows.to; i++) if (speed[i] < WHEELS.taxiKt) return track.timeS[i];
  // It never was that slow: half of the roll belongs to what follows.
  return (onS + untilS) / 2;
}

function rollBegins(track: Track, motion: GroundMotion, offS: number, notBeforeS: number): number {
  const speed = speedOf(track, motion);
  const rows = rowsBetween(track.timeS, notBeforeS, offS);
  for (let i = rows.to - 1; i >= rows.from; i--) if (speed[i] < WHEELS.taxiKt / 3) return track.timeS[i];
  return notBeforeS;
}

function standOrTaxi(track: Track, motion: GroundMotion, fromS: number, toS: number): Part[] {
  const rows = rowsBetween(track.timeS, fromS, toS);
  const { speedKt } = motion;
  const parts: Part[] = [];
  if (rows.to <= rows.from || toS <= fromS) return parts;
  if (!speedKt) return [{ name: 'taxi', startS: fromS, endS: toS }];
  for (let i = rows.from; i < rows.to; i++) {
    const name = speedKt[i] < WHEELS.stoppedKt ? 'parked' : 'taxi';
    const last = parts.at(-1);
    if (last?.name === name) last.endS = track.timeS[i];
    else {
      if (last) last.endS = track.timeS[i];
      parts.push({ name, startS: last ? track.timeS[i] : fromS, endS: track.timeS[i] });
    }
  }
  if (parts.length > 0) parts.at(-1)!.endS = toS;
  // A wait of a few seconds at a holding point is part of the taxi.
  const first = parts[0];
  const end = parts.at(-1);
  const calm = parts.map(
    (part): Part =>
      part !== first && part !== end && part.name === 'parked' ? { ...part, name: 'taxi' } : part,
  );
  return calm.reduce<Part[]>((out, part) => {
    const last = out.at(-1);
    if (last?.name === part.name) last.endS = part.endS;
    else out.push({ ...part });
    return out;
  }, []);
}

/** From the first movement to the last stop; null where the recording begins or ends in the air. */
function blockOf(parts: readonly Part[], ground: readonly OnGround[], { timeS }: Track): number | null {
  const [first, last] = [ground[0], ground.at(-1)!];
  const whole = first.rows.from === 0 && last.rows.to >= timeS.length;
  if (!whole) return null;
  const moving = parts.filter(({ name }) => name !== 'parked');
  return moving.length > 0 ? moving.at(-1)!.endS - moving[0].startS : null;
}
