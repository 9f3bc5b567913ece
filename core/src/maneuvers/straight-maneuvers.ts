/** Straight and level, climbs, descents, changes of configuration and the glide as maneuvers. */
import { briefFor } from '../brief/targets.ts';
import { meanOver, rowOfMax, rowsBetween } from '../recording/span.ts';
import type { Track } from '../recording/track.ts';
import { phaseNamed } from '../scoring/phases.ts';
import { median } from '../units/numbers.ts';
import { buildAttempt } from './build-attempt.ts';
import { between, type Case, type Check, phaseRows, runChecks } from './case.ts';
import { countReversals, finding, say, turningRows } from './finding.ts';
import { balloonOnFlap, flapOverspeed, sinkOnFlapRetraction } from './flap-findings.ts';
import type { Attempt, Maneuver, Proposal, ScoringContext } from './maneuver.ts';
import { legHeading } from './quantities.ts';
import { gustKt, isRough } from './rough-air.ts';
import { type StraightKind, straightProposals } from './straight-parts.ts';

const ID = (c: Case, name: string) => `${c.attempt.maneuver}/${name}`;

function measure(track: Track, proposal: Proposal, _: readonly Attempt[], context: ScoringContext): Attempt {
  const brief = briefFor(context.briefs, proposal.maneuver, proposal.variant);
  const kias = brief?.entry?.airspeedKias;
  const phases = phasesOf(track, proposal, typeof kias === 'number' ? kias : undefined);
  const levelOff = phaseNamed(phases, 'level-off');
  const wantedFt =
    levelOff && meanOver(track.altitudeFt.values, rowsIn(track, levelOff.endS - 5, levelOff.endS));
  return buildAttempt(track, proposal, context, {
    phases,
    shows: ['altitudeFt', 'airspeedKt', 'headingDeg'],
    aims: {
      ...(typeof kias === 'number' && { airspeedKt: kias }),
      // A climb has the altitude that it was levelled at.
      ...(wantedFt !== undefined && !Number.isNaN(wantedFt) && { altitudeFt: wantedFt }),
    },
    settles: false,
    rowFor: (row, aims) =>
      row.parameter === 'altitude' &&
      row.reference === 'target' &&
      levelOff === undefined &&
      Number.isNaN(aims.altitudeFt)
        ? undefined
        : row.phase === 'level-off' && !levelOff
          ? undefined
          : row,
    spansOf: (row) => {
      const established = phaseNamed(phases, 'established');
      return (proposal.maneuver === 'climb' || proposal.maneuver === 'descent') &&
        row.parameter === 'airspeed' &&
        established
        ? [established]
        : undefined;
    },
    quantity: (row) => {
      if (row.parameter === 'heading') return legHeading(track, [proposal]);
      // The altitude to level off at is not the one that the card begins with.
      if (row.parameter !== 'altitude' || !levelOff || wantedFt === undefined) return undefined;
      const channel = track.altitudeFt;
      return { channel, target: wantedFt, deviation: (i) => channel.values[i] - wantedFt };
    },
  });
}

const rowsIn = (track: Track, fromS: number, toS: number) => rowsBetween(track.timeS, fromS, toS);

function phasesOf(track: Track, { maneuver, startS, endS, segment }: Proposal, kias: number | undefined) {
  const { timeS, verticalSpeedFpm } = track;
  if (maneuver === 'climb' || maneuver === 'descent') {
    const side = maneuver === 'climb' ? 1 : -1;
    const rows = rowsBetween(track.timeS, startS, endS, segment);
    let last = rows.to - 1;
    while (last > rows.from && side * verticalSpeedFpm[last] < 200) last--;
    const levelS = timeS[Math.max(rows.from, last)];
    const steadyS = Math.min(startS + 12, levelS);
    return [
      { name: 'entry', startS, endS: steadyS },
      { name: 'established', startS: steadyS, endS: levelS },
      { name: 'level-off', startS: levelS, endS },
    ];
  }
  if (maneuver === 'best-glide') {
    const rows = rowsBetween(track.timeS, startS, endS, segment);
    const wanted = kias ?? median(track.airspeedKt.values.subarray(rows.from, rows.to));
    let reached = rows.from;
    while (reached < rows.to - 1 && track.airspeedKt.values[reached] > wanted + 5) reached++;
    // Never reached: then it was too fast, not slow to come.
    if (reached >= rows.to - 1) return [{ name: 'established', startS: Math.min(startS + 10, endS), endS }];
    return [
      { name: 'entry', startS, endS: timeS[reached] },
      { name: 'established', startS: timeS[reached], endS },
    ];
  }
  return [{ name: 'established', startS, endS }];
}

const chasing: Check = (c) => {
  const { chasingReversals, chasingFpm } = c.context.thresholds.straight;
  const { timeS, verticalSpeedFpm } = c.track;
  let worst = { count: 0, startS: 0, endS: 0 };
  for (let s = c.attempt.startS; s < c.attempt.endS; s += 10) {
    const rows = between(c, s, Math.min(s + 60, c.attempt.endS));
    const count = countReversals(verticalSpeedFpm, rows.from, rows.to, 2 * chasingFpm);
    if (count > worst.count) worst = { count, startS: s, endS: timeS[rows.to - 1] };
  }
  if (worst.count < chasingReversals) return undefined;
  return finding(ID(c, 'chasing'), 'fault', worst, worst.count, 'reversals', {
    what: `Up and down ${say(worst.count)} times within a minute.`,
    why: 'The vertical speed was chased; it lags behind what the nose does.',
    tryNext: 'Set the attitude against the horizon, wait, look, and correct half of it.',
  });
};

const outOfTrim: Check = (c) => {
  const altitude = c.track.altitudeFt.values;
  const { timeS } = c.track;
  const turned = turningRows(altitude, c.rows.from, c.rows.to, c.context.thresholds.straight.trimSwingFt);
  const swings = turned.length;
  if (swings < 3) return undefined;
  const [startS, endS] = [timeS[turned[0]], timeS[turned[swings - 1]]];
  const periodS = (2 * (endS - startS)) / (swings - 1);
  if (periodS < 15 || periodS > 45) return undefined;
  return finding(ID(c, 'out-of-trim'), 'note', { startS, endS }, swings, 'swings', {
    what: `A slow rise and fall, ${say(swings)} times, every ${say(periodS)} s or so.`,
    why: 'Out of trim: whenever the hand rested, the airplane went where the trim was.',
    tryNext: 'Hold it with the hand, then trim the pressure away in ever smaller steps.',
  });
};

const headingDrift: Check = (c) => {
  const heading = c.track.headingDeg.values;
  const from = meanOver(heading, between(c, c.attempt.startS, c.attempt.startS + 3));
  const furthest = rowOfMax(c.rows, (i) => Math.abs(heading[i] - from));
  const drift = furthest < 0 ? 0 : Math.abs(heading[furthest] - from);
  if (!(drift > c.context.thresholds.straight.headingDriftDeg)) return undefined;
  return finding(
    ID(c, 'heading-drift'),
    'fault',
    { startS: c.attempt.startS, endS: c.track.timeS[furthest] },
    drift,
    'deg',
    {
      what: `The heading drifted ${say(drift)}°.`,
      why: 'No point ahead to hold it on, or a wing a little low.',
      tryNext: 'Pick a point on the horizon; wings level, ball in the middle, nose on it.',
    },
  );
};

const speedNotSettled: Check = (c) => {
  const { speedDriftKt, speedDriftS } = c.context.thresholds.straight;
  const established = phaseNamed(c.attempt.phases, 'established');
  if (!established) return undefined;
  const at = (s: number) => meanOver(c.track.airspeedKt.values, between(c, s - 5, s + 5));
  const rows = between(c, established.startS, established.endS);
  // Gusts move the needle too: their share is allowed for.
  const allowed = speedDriftKt + 4 * gustKt(c.track, rows);
  let [worst, atS] = [0, 0];
  for (let s = established.startS + 5; s + speedDriftS <= established.endS; s += 3) {
    const drift = Math.abs(at(s + speedDriftS) - at(s));
    if (drift > worst) [worst, atS] = [drift, s];
  }
  // Rising and sinking air takes the speed away and brings it back: there only a change that stays was the pilot's.
  if (isRough(c.track, rows)) {
    const mean = (fromS: number, toS: number) => meanOver(c.track.airspeedKt.values, between(c, fromS, toS));
    const { startS, endS } = established;
    worst = Math.min(worst, Math.abs(mean(endS - 20, endS) - mean(startS, startS + 10)));
  }
  if (!(worst > allowed)) return undefined;
  return finding(ID(c, 'speed-not-settled'), 'note', { startS: atS, endS: atS + speedDriftS }, worst, 'kt', {
    what: `The speed moved ${say(worst)} kt within ${say(speedDriftS)} s.`,
    why: 'The power does not belong to the speed, or the trim was set before the speed had settled.',
    tryNext: 'Set the power of the table, wait for the speed, then trim.',
  });
};

const altitudeOffset: Check = (c) => {
  const wanted = c.attempt.brief?.entry?.altitudeFt ?? c.attempt.entry.altitudeFt;
  const off = meanOver(c.track.altitudeFt.values, c.rows) - wanted;
  if (!(Math.abs(off) > c.context.thresholds.straight.altitudeOffsetFt)) return undefined;
  return finding(ID(c, 'altitude-offset'), 'note', c.attempt, Math.abs(off), 'ft', {
    what: `On average ${say(Math.abs(off))} ft ${off < 0 ? 'low' : 'high'}.`,
    why: 'Held well, but beside the altitude that was asked.',
    tryNext: 'Bring it back with a small change of attitude, and hold it there.',
  });
};

const levelOffOvershoot: Check = (c) => {
  const levelOff = phaseNamed(c.attempt.phases, 'level-off');
  if (!levelOff) return undefined;
  const side = c.attempt.maneuver === 'climb' ? 1 : -1;
  const altitude = c.track.altitudeFt.values;
  const settled = meanOver(altitude, between(c, levelOff.endS - 5, levelOff.endS));
  const furthest = rowOfMax(phaseRows(c, 'level-off'), (i) => side * altitude[i]);
  const past = furthest < 0 ? 0 : side * (altitude[furthest] - settled);
  if (!(past > c.context.thresholds.straight.levelOffFt)) return undefined;
  return finding(
    ID(c, 'level-off-overshoot'),
    'fault',
    { startS: levelOff.startS, endS: c.track.timeS[furthest] },
    past,
    'ft',
    {
      what: `Went ${say(past)} ft past the altitude in levelling off.`,
      why: 'The level-off began at the altitude, not before it.',
      tryNext: 'Lead it by a tenth of the vertical speed: 50 ft at 500 ft/min.',
    },
  );
};

const slowToGlide: Check = (c) => {
  const entry = phaseNamed(c.attempt.phases, 'entry');
  if (!entry) return undefined;
  const size = entry.endS - entry.startS;
  if (!(size > c.context.thresholds.glide.reachS)) return undefined;
  return finding(ID(c, 'slow-to-glide-speed'), 'fault', entry, size, 's', {
    what: `${say(size)} s until the best glide speed was reached.`,
    why: 'The nose stayed down: speed that could have been height was thrown away.',
    tryNext: 'Speed first: raise the nose at once, trim, and only then look for the field.',
  });
};

const glideSpeed =
  (name: 'too-fast-for-glide' | 'too-slow-for-glide'): Check =>
  (c) => {
    const established = phaseNamed(c.attempt.phases, 'established');
    if (!established) return undefined;
    const rows = between(c, established.startS + 5, established.endS - 3);
    const off =
      median(c.track.airspeedKt.values.subarray(rows.from, Math.max(rows.from, rows.to))) -
      c.attempt.targets.airspeedKt;
    const fast = name === 'too-fast-for-glide';
    const size = fast ? off : -off;
    if (!(size > c.context.thresholds.glide.offKt)) return undefined;
    return finding(ID(c, name), 'fault', established, size, 'kt', {
      what: `Glided ${say(size)} kt ${fast ? 'above' : 'below'} the best speed.`,
      why: fast
        ? 'Nose too low: it feels safer, and it shortens the glide.'
        : 'Stretching the glide by raising the nose shortens it.',
      tryNext: 'Trim for the speed of the card, and let the hand rest.',
    });
  };

const straight = (id: StraightKind, checks: readonly Check[], general: boolean): Maneuver => ({
  id,
  propose: (track, context) => ({ proposals: straightProposals(track, context, id), warnings: [] }),
  measure,
  findings: (track, attempt, next, context) => runChecks(checks, track, attempt, next, context, { general }),
});

export const straightAndLevel = straight(
  'straight-and-level',
  [chasing, outOfTrim, headingDrift, speedNotSettled, altitudeOffset],
  false,
);
export const climb = straight('climb', [headingDrift, speedNotSettled, levelOffOvershoot], false);
export const descent = straight('descent', [headingDrift, speedNotSettled, levelOffOvershoot], false);
export const configurationChange = straight(
  'configuration-change',
  [balloonOnFlap, sinkOnFlapRetraction, flapOverspeed],
  true,
);
export const bestGlide = straight(
  'best-glide',
  [slowToGlide, glideSpeed('too-fast-for-glide'), glideSpeed('too-slow-for-glide')],
  true,
);
