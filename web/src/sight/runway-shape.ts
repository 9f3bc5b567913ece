/** A runway with its markings, as it is seen from the pattern: its threshold at the scene's middle. */
import { BufferGeometry, DoubleSide, Float32BufferAttribute, Mesh, MeshBasicMaterial } from 'three';

export interface Runway {
  fieldFt: number;
  runwayDeg: number;
  lengthFt: number;
}

export const FT = 0.3048;
/** Eyes above the wheels, m. */
export const EYE_M = 2;
export const RUNWAY_COLOURS = { grass: '#86a06b', strip: '#5d6462', paint: '#f3f2e8' };
const WIDTH_M = 23;
const PIECE_M = 40;
export const RAD = Math.PI / 180;

/** A rectangle on the ground: along the runway from its threshold and to the right of its middle, m. */
export interface Patch {
  from: number;
  to: number;
  left: number;
  right: number;
}

/** Grass about it, the runway, and what is painted on it. */
export function patchesOf({ lengthFt }: Runway): { grass: Patch; strip: Patch; paint: Patch[] } {
  const lengthM = lengthFt * FT;
  const half = WIDTH_M / 2;
  const across = (left: number, right: number) => (from: number, to: number) => ({ from, to, left, right });
  const middle = across(-0.45, 0.45);
  const dashes = Array.from({ length: Math.floor((lengthM - 120) / 50) }, (_, i) =>
    middle(60 + i * 50, 90 + i * 50),
  );
  const bars = [-9, -6.4, -3.8, 2.4, 5, 7.6].flatMap((left) => [
    { from: 6, to: 30, left, right: left + 1.5 },
    { from: lengthM - 30, to: lengthM - 6, left, right: left + 1.5 },
  ]);
  // Where to touch: two blocks, some three hundred metres in, or a quarter of a short one.
  const aim = Math.min(300, lengthM / 4);
  const blocks = [-7.5, 4.5].map((left) => ({ from: aim, to: aim + 40, left, right: left + 3 }));
  return {
    grass: { from: -60, to: lengthM + 60, left: -half - 22, right: half + 22 },
    strip: { from: 0, to: lengthM, left: -half, right: half },
    paint: [...dashes, ...bars, ...blocks],
  };
}

/** Corners of a patch, m north and east. */
export function cornersOf(
  { from, to, left, right }: Patch,
  runwayDeg: number,
): { north: number; east: number }[] {
  const [c, s] = [Math.cos(runwayDeg * RAD), Math.sin(runwayDeg * RAD)];
  return [
    [from, left],
    [from, right],
    [to, right],
    [to, left],
  ].map(([along, side]) => ({ north: along * c - side * s, east: along * s + side * c }));
}

export function runwayShapes(runway: Runway): Mesh[] {
  const { grass, strip, paint } = patchesOf(runway);
  return [
    laid([grass], runway.runwayDeg, RUNWAY_COLOURS.grass, 0.1, 1),
    laid([strip], runway.runwayDeg, RUNWAY_COLOURS.strip, 0.2, 2),
    laid(paint, runway.runwayDeg, RUNWAY_COLOURS.paint, 0.3, 3),
  ];
}

/** A long one in short pieces: seen from just above, its far end would be cut off with its near one. */
function inPieces({ from, to, left, right }: Patch): Patch[] {
  const count = Math.ceil((to - from) / PIECE_M);
  const at = (i: number) => from + ((to - from) * i) / count;
  return Array.from({ length: count }, (_, i) => ({ from: at(i), to: at(i + 1), left, right }));
}

/** Flat on the plain and nearer than it, whatever the depth buffer can tell apart. */
function laid(
  patches: readonly Patch[],
  runwayDeg: number,
  color: string,
  heightM: number,
  over: number,
): Mesh {
  const points = patches.flatMap(inPieces).flatMap((patch) => {
    const [a, b, c, d] = cornersOf(patch, runwayDeg).map(({ north, east }) => [east, heightM, -north]);
    return [...a, ...b, ...c, ...a, ...c, ...d];
  });
  const shape = new BufferGeometry();
  shape.setAttribute('position', new Float32BufferAttribute(points, 3));
  const mesh = new Mesh(
    shape,
    new MeshBasicMaterial({
      color,
      side: DoubleSide,
      polygonOffset: true,
      polygonOffsetFactor: -2 * over,
      polygonOffsetUnits: -8 * over,
    }),
  );
  mesh.renderOrder = over;
  return mesh;
}
