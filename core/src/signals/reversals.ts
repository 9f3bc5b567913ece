/** Swings of a series: where it turned, and how often. */

interface Swings {
  /** Takes the next value; what is missing says nothing. @returns how often it has turned by now. */
  push(value: number): number;
  /** How many values were pushed before each turn: the place of its high or low point. */
  turned: number[];
}

/** A turn counts once the series has come back by more than `size` from its high or low point. */
export function openSwings(size: number): Swings {
  const turned: number[] = [];
  // 0 until the first swing shows which way it goes.
  let direction = 0;
  let at = -1;
  let high = { at: -1, value: Number.NaN };
  let low = { at: -1, value: Number.NaN };
  return {
    turned,
    push(value) {
      at++;
      if (Number.isNaN(value)) return turned.length;
      if (!(high.value >= value)) high = { at, value };
      if (!(low.value <= value)) low = { at, value };
      if (direction <= 0 && value - low.value > size) {
        if (direction < 0) turned.push(low.at);
        direction = 1;
        high = { at, value };
      } else if (direction >= 0 && high.value - value > size) {
        if (direction > 0) turned.push(high.at);
        direction = -1;
        low = { at, value };
      }
      return turned.length;
    },
  };
}

/** Rows in [from, to) at which a series that swings by more than `size` turned. */
export function turningRows(values: ArrayLike<number>, from: number, to: number, size: number): number[] {
  const swings = openSwings(size);
  for (let i = from; i < to; i++) swings.push(values[i]);
  return swings.turned.map((at) => from + at);
}

/** How often such a series changed its direction. */
export const countReversals = (values: ArrayLike<number>, from: number, to: number, size: number): number =>
  turningRows(values, from, to, size).length;
