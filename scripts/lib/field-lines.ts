/** What is measured of approaches, against patterns drawn by lot. */
import { findStandard, fleet, scoreRecording } from '@keel/core';
import { drawPattern, patternByLot } from '../../core/src/testing/drawn-pattern.ts';

const standard = findStandard('faa-private')!;

function flown(seed: number, landing: boolean, rateHz: number) {
  const of = { ...patternByLot(seed, landing), rateHz };
  const truth = drawPattern(of);
  const score = scoreRecording(truth.recording, { standard, airplane: fleet[0], briefs: [] });
  return { of, truth, flight: score.flight! };
}

/** One landing against its curve; the curve itself is let go. */
function landed(seed: number, rateHz: number) {
  const { truth, flight } = flown(seed, true, rateHz);
  const [first] = flight.approaches;
  const atMark = (mark: typeof first.low | undefined, ft: number) => {
    if (!mark || mark.kias === null) return { kias: false, height: false };
    const was = truth.at(mark.atS);
    return { kias: Math.abs(mark.kias - was.kias) <= 2, height: Math.abs(was.ft - ft) <= 15 };
  };
  const touchS = first?.touch?.atS ?? Number.POSITIVE_INFINITY;
  return {
    marks: [atMark(first?.gate, 300), atMark(first?.low, 100)],
    seconds: Math.abs(touchS - truth.endS) <= 1,
    feet: Math.abs(truth.at(touchS).alongFt - truth.at(truth.endS).alongFt) <= 100,
    noneInvented: flight.goArounds === 0,
  };
}

function brokenOff(seed: number, rateHz: number): boolean {
  const { of, flight } = flown(seed, false, rateHz);
  const [first] = flight.approaches;
  return first !== undefined && first.end !== 'landing' && Math.abs(first.lowestFt - of.brokenOffFt!) <= 15;
}

const share = (name: string, good: readonly boolean[]): string =>
  `  ${name}: ${good.filter(Boolean).length} of ${good.length}`;

/** Seeds that no rule was made on. */
export function fieldLines(landings: number, goArounds: number, rateHz: number): string[] {
  const down = Array.from({ length: landings }, (_, i) => landed(9000 + i, rateHz));
  const away = Array.from({ length: goArounds }, (_, i) => brokenOff(19_000 + i, rateHz));
  const marks = down.flatMap((one) => one.marks);
  return [
    `approaches at ${rateHz} Hz`,
    share(
      'speed at the marks within 2 kt',
      marks.map(({ kias }) => kias),
    ),
    share(
      'height at the marks within 15 ft',
      marks.map(({ height }) => height),
    ),
    share(
      'touch within 1 s',
      down.map(({ seconds }) => seconds),
    ),
    share(
      'touch within 100 ft',
      down.map(({ feet }) => feet),
    ),
    share(
      'landings without an invented go-around',
      down.map(({ noneInvented }) => noneInvented),
    ),
    share('broken off: found, lowest within 15 ft', away),
  ];
}
