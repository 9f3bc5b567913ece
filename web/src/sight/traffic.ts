/** Another airplane now and then, to be found by whoever looks: it crosses at a distance, and is gone again. */
const EVERY_S = 100;
const STAYS_S = 75;
const SPEED_MPS = 48;
/** Bearings apart by this are spread evenly however many there are. */
const GOLDEN_DEG = 137.508;
const RAD = Math.PI / 180;

interface Passing {
  northM: number;
  eastM: number;
  altitudeM: number;
  courseDeg: number;
}

interface Here {
  timeS: number;
  northM: number;
  eastM: number;
  altitudeM: number;
  headingDeg: number;
}

/** Where the traffic of this minute is, or null where there is none; each begins from where one is then. */
export function openTraffic(): (here: Here) => Passing | null {
  let nth = -1;
  let from: Here | null = null;
  return (here) => {
    const now = Math.floor(here.timeS / EVERY_S);
    // Back at the entry, or the next one.
    if (now !== nth) {
      nth = now;
      from = here;
    }
    const sinceS = here.timeS - nth * EVERY_S;
    if (!from || nth === 0 || sinceS > STAYS_S) return null;
    const bearing = from.headingDeg + GOLDEN_DEG * nth;
    const distanceM = 1700 + 220 * (nth % 5);
    const courseDeg = bearing + 180 + (nth % 2 === 0 ? 35 : -35);
    const way = SPEED_MPS * sinceS;
    return {
      northM: from.northM + distanceM * Math.cos(bearing * RAD) + way * Math.cos(courseDeg * RAD),
      eastM: from.eastM + distanceM * Math.sin(bearing * RAD) + way * Math.sin(courseDeg * RAD),
      altitudeM: from.altitudeM + (nth % 3 === 0 ? 70 : nth % 3 === 1 ? -50 : 15),
      courseDeg,
    };
  };
}
