/** A recording's places as GPX 1.1: a track with a segment for each unbroken stretch, a waypoint where each attempt began. */
import { XMLBuilder } from 'fast-xml-parser';
import type { Recording } from '../columns/recording.ts';
import { type Place, placesOf } from './places.ts';

/** A name at a time of the recording. */
export interface Named {
  name: string;
  startS: number;
  endS: number;
}

const builder = new XMLBuilder({ ignoreAttributes: false, attributeNamePrefix: '@', format: true });

/** Children in the order in which the schema wants them: ele, time, name. */
const pointOf = ({ latDeg, lonDeg, altitudeM, iso }: Place, name?: string) => ({
  '@lat': latDeg,
  '@lon': lonDeg,
  ...(!Number.isNaN(altitudeM) && { ele: altitudeM }),
  ...(iso && { time: iso }),
  ...(name && { name }),
});

/** @throws InputError when the recording has no places. */
export function writeGpx(recording: Recording, title: string, attempts: readonly Named[] = []): string {
  const stretches = placesOf(recording);
  const all = stretches.flat();
  const waypoints = attempts.flatMap(({ name, startS }) => {
    const place = all.find(({ atS }) => atS >= startS);
    return place ? [pointOf(place, name)] : [];
  });
  return builder.build({
    '?xml': { '@version': '1.0', '@encoding': 'UTF-8' },
    gpx: {
      '@version': '1.1',
      '@creator': 'Keel Path',
      '@xmlns': 'http://www.topografix.com/GPX/1/1',
      wpt: waypoints,
      trk: {
        name: title,
        trkseg: stretches.map((places) => ({ trkpt: places.map((place) => pointOf(place)) })),
      },
    },
  }) as string;
}
