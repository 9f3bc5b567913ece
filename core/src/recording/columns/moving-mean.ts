/** Moving means, centred: each row's over so many seconds about it. */
export function movingMean(timeS: Float64Array, values: ArrayLike<number>, overS: number): Float64Array {
  let [from, to, sum] = [0, 0, 0];
  return timeS.map((atS) => {
    while (to < timeS.length && timeS[to] <= atS + overS / 2) sum += values[to++];
    while (timeS[from] < atS - overS / 2) sum -= values[from++];
    return sum / (to - from);
  });
}
