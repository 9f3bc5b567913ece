/** What was briefed of an attempt, beside what it was entered at. */
import { figuresIn, type Units } from './figures.ts';
import { say, textOf } from './say.ts';

type Targets = Readonly<Record<string, number>>;

/** As one sentence; empty where neither altitude nor speed was briefed. */
export function briefedSaid(brief: Targets, targets: Targets, units: Units): string {
  const f = figuresIn(units);
  const held = ({ altitudeFt, airspeedKt }: Targets) => [
    ...(altitudeFt === undefined || brief.altitudeFt === undefined ? [] : [f.ft(altitudeFt).text]),
    ...(airspeedKt === undefined || brief.airspeedKt === undefined ? [] : [f.speed(airspeedKt).text]),
  ];
  const briefed = held(brief);
  return briefed.length === 0
    ? ''
    : textOf(say`Briefed at ${briefed.join(' and ')}, entered at ${held(targets).join(' and ')}.`);
}
