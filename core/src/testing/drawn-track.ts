/** A track of plain curves over time: level at 4,000 ft and 90 kt toward the east where nothing else is drawn. */
import type { ChannelName } from '../recording/columns/channels.ts';
import { makeTrack, type Track } from '../recording/track/track.ts';

type Curve = (atS: number) => number;

const LEVEL: Partial<Record<ChannelName, Curve>> = {
  alt_ft: () => 4000,
  ias_kt: () => 90,
  hdg_deg: () => 90,
  bank_deg: () => 0,
};

/** @param drawn a curve for each column, over seconds from the beginning; a recorder writes `rateHz` rows a second of them */
export function drawnTrack(
  lastsS: number,
  drawn: Partial<Record<ChannelName, Curve>>,
  { rateHz = 2, gapsS = [] }: { rateHz?: number; gapsS?: readonly (readonly [number, number])[] } = {},
): Track {
  const all = Float64Array.from({ length: lastsS * rateHz + 1 }, (_, i) => i / rateHz);
  const timeS = all.filter((s) => !gapsS.some(([from, to]) => s > from && s < to));
  return makeTrack({
    header: {},
    timeS,
    channels: Object.fromEntries(
      Object.entries({ ...LEVEL, ...drawn }).map(([name, curve]) => [name, timeS.map((s) => curve(s))]),
    ),
    warnings: [],
  });
}

/** A curve through corners, straight between them and held beyond both ends. */
export function through(...corners: readonly (readonly [atS: number, value: number])[]): Curve {
  return (atS) => {
    const next = corners.findIndex(([s]) => s >= atS);
    if (next === 0) return corners[0][1];
    if (next < 0) return corners[corners.length - 1][1];
    const [[fromS, from], [toS, to]] = [corners[next - 1], corners[next]];
    return from + ((atS - fromS) / (toS - fromS)) * (to - from);
  };
}
