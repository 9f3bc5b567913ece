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
