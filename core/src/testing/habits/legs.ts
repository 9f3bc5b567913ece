/** Measures of the habits of a climb or a descent. */
import { drift, type Measures, type SpanOf, speedDrift } from './columns.ts';

/** `began`: what the pilot calls its beginning; `up`: 1 for a climb, −1 for a descent. */
export function legMeasures(began: string, up: 1 | -1): Measures {
  const span: SpanOf = (c) => [c.event(began) + 14, c.event('level-off')];
  return {
    'heading-drift': [drift(span), 10],
    'speed-not-settled': [speedDrift(span), 4],
    'level-off-overshoot': [
      (c) => {
        const wanted = c.mean('alt_ft', c.endS - 3, c.endS);
        return Math.max(
          ...c.values('alt_ft', c.event('level-off'), c.endS).map((alt) => up * (alt - wanted)),
        );
      },
      100,
    ],
  };
}
