/** A line as an SVG path that breaks where there is nothing to draw. */
export function brokenLine(points: readonly ({ x: number; y: number } | null)[]): string {
  let path = '';
  let pen = 'M';
  for (const point of points) {
    if (point === null) {
      pen = 'M';
      continue;
    }
    path += `${pen}${point.x.toFixed(1)} ${point.y.toFixed(1)}`;
    pen = 'L';
  }
  return path;
}
