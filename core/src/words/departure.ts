/** Run-up and takeoff in words. */
import type { RunUp, Takeoff } from '../kits/shape/takeoffs.ts';
import { line } from './card/facts.ts';
import { figuresIn, type Units } from './figures.ts';

export function takeoffLines(takeoff: Takeoff, units: Units): string[] {
  const f = figuresIn(units);
  const { kias, climbKias, vyKias, rightFt, flapsUpFt } = takeoff;
  return [
    ...(kias === null ? [] : [line`off the ground at ${f.speed(kias)}`]),
    ...(climbKias === null
      ? []
      : [
          line`climbed at ${f.speed(climbKias)}${vyKias === null ? '' : line`, best rate ${f.speed(vyKias)}`}`,
        ]),
    ...(rightFt === null
      ? []
      : [line`at most ${f.ft(Math.abs(rightFt))} ${rightFt > 0 ? 'right' : 'left'} of the centre line`]),
    ...(flapsUpFt === null ? [] : [line`flaps up at ${f.ft(flapsUpFt)}`]),
  ];
}

export function runUpLines({ rpm, dropsRpm, limitRpm }: RunUp, units: Units): string[] {
  const f = figuresIn(units);
  const drops = dropsRpm.map((drop) => line`${f.number(Math.round(drop))}`);
  const worst = Math.max(0, ...dropsRpm);
  return [
    line`at ${f.in(rpm, 'rpm')}`,
    drops.length === 0
      ? 'no drop seen: was each magneto tried alone?'
      : `fell by ${drops.join(', ')} rpm; which magneto, heat or propeller it was is not on record`,
    ...(limitRpm !== null && worst > limitRpm
      ? [line`more than the ${f.in(limitRpm, 'rpm')} of the airplane’s file`]
      : []),
  ];
}
