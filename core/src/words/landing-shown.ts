/** A landing of the trainer in words: what it was at the gate, and how it met the runway. */
import type { LandingShown } from '../fly/pattern/landing-log.ts';
import { line } from './card/facts.ts';
import { figuresIn, type Units } from './figures.ts';

export function landingShownSaid(
  { gate, touch }: LandingShown,
  units: Units,
): { label: string; value: string }[] {
  const f = figuresIn(units);
  const side = (ft: number) => line`${f.ft(Math.abs(ft))} ${ft > 0 ? 'right' : 'left'}`;
  return [
    ...(gate
      ? [
          {
            label: 'Gate',
            value: line`${f.speed(gate.kias)}, sinking ${f.fpm(gate.sinkFpm)}, path ${f.deg(gate.pathDeg, 1)}`,
          },
          { label: 'Off the line at the gate', value: side(gate.rightFt) },
        ]
      : []),
    { label: 'Touch', value: line`${f.speed(touch.kias)}, sinking ${f.fpm(touch.sinkFpm)}` },
    { label: 'Past the threshold', value: line`${f.ft(touch.alongFt)}, ${side(touch.rightFt)}` },
    ...(Math.abs(touch.noseDeg) >= 4
      ? [{ label: 'Nose off the runway', value: line`${f.deg(Math.abs(touch.noseDeg))}` }]
      : []),
    {
      label: 'Load',
      value: line`${f.g(touch.loadG)}${touch.bounces ? line`, bounced ${f.number(touch.bounces)}` : ''}`,
    },
  ];
}
