/** Pieces that findings of every maneuver are made of. */
import type { Params, ParamsOf } from '../../coded.ts';
import type { Span } from '../../scoring/judged.ts';
import type { Finding, Severity } from '../../scoring/schema.ts';
import { roundTo } from '../../units/numbers.ts';

/**
 * Makes the findings of one room or kit. `P` lists their names, each with what its words need besides its size: a name that is
 * not in the list and a figure that is missing are refused by the types.
 */
export const findingsOf =
  <P>() =>
  <Name extends keyof P & string>(
    { attempt }: { attempt: { maneuver: string } },
    name: Name,
    severity: Severity,
    { startS, endS }: Span,
    [size, unit]: readonly [size: number, unit: string],
    ...[params]: ParamsOf<P, Name>
  ): Finding => ({
    id: `${attempt.maneuver}/${name}`,
    severity,
    startS,
    endS,
    size: roundTo(size, 1),
    unit,
    ...(params !== undefined && { params: params as Params }),
  });

/** Rows at which a series that swings by more than `size` turned: the high and low points between its swings. */
export function turningRows(values: ArrayLike<number>, from: number, to: number, size: number): number[] {
  const turned: number[] = [];
  // 0 until the first swing shows which way it goes.
  let direction = 0;
  let high = from;
  let low = from;
  for (let i = from + 1; i < to; i++) {
    const value = values[i];
    if (Number.isNaN(value)) continue;
    if (!(values[high] >= value)) high = i;
    if (!(values[low] <= value)) low = i;
    if (direction <= 0 && value - values[low] > size) {
      if (direction < 0) turned.push(low);
      direction = 1;
      high = i;
    } else if (direction >= 0 && values[high] - value > size) {
      if (direction > 0) turned.push(high);
      direction = -1;
      low = i;
    }
  }
  return turned;
}

/** How often such a series changed its direction. */
export const countReversals = (values: ArrayLike<number>, from: number, to: number, size: number): number =>
  turningRows(values, from, to, size).length;
