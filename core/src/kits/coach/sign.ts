/** A sign in the columns: quantities, each between two numbers. What was not measured shows nothing. */

export type Range = readonly [least: number | null, most: number | null];

export const above = (least: number): Range => [least, null];
export const below = (most: number): Range => [null, most];
export const between = (least: number, most: number): Range => [least, most];

/** All of it at once, `forS` seconds long. The first quantity is the one by which two lapses are compared. */
type Condition<Q extends string = string> = Readonly<Partial<Record<Q, Range>>>;

/** One of several, where more than one thing shows it. */
export type Sign<Q extends string = string> = Condition<Q> | readonly Condition<Q>[];

const alternatives = <Q extends string>(sign: Sign<Q>): readonly Condition<Q>[] =>
  Array.isArray(sign) ? sign : [sign as Condition<Q>];

const lies = (value: number, [least, most]: Range): boolean =>
  (least === null || value >= least) && (most === null || value <= most) && !Number.isNaN(value);

const meets = <Q extends string>(condition: Condition<Q>, values: Readonly<Record<Q, number>>): boolean => {
  for (const name in condition) if (!lies(values[name], condition[name] as Range)) return false;
  return true;
};

export function shows<Q extends string>(sign: Sign<Q>, values: Readonly<Record<Q, number>>): boolean {
  for (const condition of alternatives(sign)) if (meets(condition, values)) return true;
  return false;
}

/** Whether anything that it asks for is recorded here at all. */
export const canShow = <Q extends string>(sign: Sign<Q>, values: Readonly<Record<Q, number>>): boolean =>
  alternatives(sign).some((condition) =>
    (Object.keys(condition) as Q[]).every((name) => !Number.isNaN(values[name])),
  );

/** How far beyond its edge the first quantity of the first condition is, 1 at the edge. */
export function sizeOf<Q extends string>(sign: Sign<Q>, values: Readonly<Record<Q, number>>): number {
  const [first] = alternatives(sign);
  const [name] = Object.keys(first) as Q[];
  if (name === undefined) return 1;
  const [least, most] = first[name] as Range;
  const edge = least ?? most ?? 0;
  return Math.abs(edge) < 0.05 ? 1 : Math.abs(values[name] / edge);
}
