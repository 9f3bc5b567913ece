import { fleet } from '../../airplane/fleet.ts';
import { scoreRecording } from '../../debrief/score-recording.ts';
import { flyManeuver } from '../../fly/fly.ts';
import { findStandard } from '../../standards/standards.ts';
import type { Columns } from '../../testing/habits/columns.ts';
import { holdHabits } from '../../testing/habits/hold.ts';

const swinging = (c: Columns): [number, number] => [c.event('power') + 8, c.event('power-back') - 1];

holdHabits(
  'trim-demonstration',
  {
    'hand-on-it': [(c) => c.most('elevator', ...swinging(c)) - c.least('elevator', ...swinging(c)), 0.06],
    'another-speed': [
      (c) => {
        const at = c.event('power');
        const [, endS] = swinging(c);
        return Math.abs(c.mean('ias_kt', endS - 12, endS) - c.mean('ias_kt', at - 8, at));
      },
      8,
    ],
  },
  'power',
);

// Trimmed, an airplane keeps about its speed whatever the power: it climbs or sinks instead. Common practice, no source.
describe.each(fleet)('$id, hands off', (airplane) => {
  test.each([
    ['power-added', 1],
    ['power-taken', -1],
  ])('%s: up or down, out of its speed and back to it', (variant, way) => {
    const { recording, card, events } = flyManeuver({
      airplane,
      maneuver: 'trim-demonstration',
      variant,
      seed: 1,
    });
    const { ias_kt, vs_fpm } = recording.channels;
    const at = (name: string) => events.find((event) => event.name === name)!.atS;
    const over = (values: Float64Array, fromS: number, toS: number) => {
      const part = values.filter((_, row) => recording.timeS[row] >= fromS && recording.timeS[row] < toS);
      return part.reduce((sum, value) => sum + value, 0) / part.length;
    };
    const [powerS, endS] = [at('power'), at('power-back')];
    expect(way * over(vs_fpm!, powerS + 10, endS)).toBeGreaterThan(250);
    expect(Math.abs(over(ias_kt!, endS - 20, endS) - over(ias_kt!, powerS - 8, powerS))).toBeLessThan(4);
    const [attempt] = scoreRecording(recording, {
      airplane,
      standard: findStandard('faa-private')!,
      briefs: [card],
    }).attempts;
    expect(attempt).toMatchObject({ maneuver: 'trim-demonstration', variant, examiner: 'not-scored' });
  });
});
