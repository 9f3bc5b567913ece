/** The drawn attempts, what the reader makes of each, and what the program says. */
import { findStandard, fleet, scoreRecording } from '@keel/core';
import { type Drawn, flown } from './draw.ts';
import type { Briefed } from './page.ts';
import { type Read, readVerdict } from './reader.ts';

export interface Compared {
  drawn: Drawn;
  reader: Read;
  /** Of the attempt that was briefed; none where nothing was found of it. */
  program: string;
  why: string;
}

type Card = ReturnType<typeof flown>['card'];

/** Rooms that a standard judges. */
export const JUDGED = [
  'steep-turn',
  'slow-flight',
  'power-off-stall',
  'power-on-stall',
  'level-turn',
  'straight-and-level',
  'configuration-change',
  'climb',
  'descent',
  'coordination-rolls',
  'standard-rate-turn',
  'climbing-turn',
  'descending-turn',
  'gliding-turn',
  'slipping-descent-turn',
  'best-glide',
] as const;

export const briefOf = (card: Card, flaps: Briefed['flaps']): Briefed => ({
  maneuver: card.maneuver,
  variant: card.variant,
  altitudeFt: card.entry.altitudeFt,
  kias: card.entry.airspeedKias ?? Number.NaN,
  headingDeg: card.entry.headingDeg,
  bankDeg: card.bankDeg,
  stallKias: card.stallKias.level,
  warningKias: card.warningKias ?? Number.NaN,
  vaKias: card.vaKias,
  floorFt: card.entry.floorFt,
  vxKias: card.climbKias?.vx ?? Number.NaN,
  vyKias: card.climbKias?.vy ?? Number.NaN,
  flaps,
});

export function compare(drawn: Drawn): Compared {
  const { recording, card } = flown(drawn);
  const airplane = fleet.find(({ id }) => id === drawn.airplane)!;
  const reader = readVerdict(
    { timeS: recording.timeS, of: recording.channels as Record<string, Float64Array> },
    briefOf(card, airplane.flaps),
  );
  const { attempts } = scoreRecording(recording, {
    standard: findStandard('faa-private')!,
    airplane,
    briefs: [card],
  });
  const own = attempts.filter(({ maneuver }) => maneuver === drawn.maneuver);
  const worst = own.find(({ examiner }) => examiner === 'unsatisfactory') ?? own[0];
  const failed = worst
    ? [
        ...worst.requirements.filter(({ must, held }) => must && held === false).map(({ id }) => id),
        ...worst.parameters.flatMap((p) =>
          p.required && p.measured !== 'not-measured' && p.examiner === 'outside'
            ? [
                `${p.parameter} ${p.excursions.map((e) => `${e.startS.toFixed(0)}-${e.endS.toFixed(0)} ${e.peak.toFixed(0)}`).join(';')}`,
              ]
            : [],
        ),
        ...worst.findings.filter(({ severity }) => severity === 'critical').map(({ id }) => id),
      ]
    : [];
  return { drawn, reader, program: worst?.examiner ?? 'not found', why: failed.join(', ') };
}
