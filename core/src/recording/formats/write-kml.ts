/** A recording's places as KML 2.2: the whole way as a line, and each attempt as a line of its own. */
import { XMLBuilder } from 'fast-xml-parser';
import type { Recording } from '../columns/recording.ts';
import { type Place, placesOf } from './places.ts';
import type { Named } from './write-gpx.ts';

const builder = new XMLBuilder({ ignoreAttributes: false, attributeNamePrefix: '@', format: true });

/** KML colours are aabbggrr. */
const WHOLE = 'ff9aa4a0';
const ATTEMPT = 'ff535a0b';

const style = (id: string, color: string, width: number) => ({ '@id': id, LineStyle: { color, width } });

function lineOf(name: string, styleId: string, places: readonly Place[]) {
  const [first, last] = [places[0], places[places.length - 1]];
  const known = places.every(({ altitudeM }) => !Number.isNaN(altitudeM));
  return {
    name,
    ...(first.iso && last.iso && { TimeSpan: { begin: first.iso, end: last.iso } }),
    styleUrl: `#${styleId}`,
    LineString: {
      altitudeMode: known ? 'absolute' : 'clampToGround',
      coordinates: places
        .map(({ lonDeg, latDeg, altitudeM }) =>
          known ? `${lonDeg},${latDeg},${altitudeM}` : `${lonDeg},${latDeg}`,
        )
        .join(' '),
    },
  };
}

/** @throws InputError when the recording has no places. */
export function writeKml(recording: Recording, title: string, attempts: readonly Named[] = []): string {
  const stretches = placesOf(recording).filter((places) => places.length > 1);
  const attemptLines = attempts.flatMap(({ name, startS, endS }) => {
    const places = stretches.flat().filter(({ atS }) => atS >= startS && atS <= endS);
    return places.length > 1 ? [lineOf(name, 'attempt', places)] : [];
  });
  return builder.build({
    '?xml': { '@version': '1.0', '@encoding': 'UTF-8' },
    kml: {
      '@xmlns': 'http://www.opengis.net/kml/2.2',
      Document: {
        name: title,
        Style: [style('flight', WHOLE, 2), style('attempt', ATTEMPT, 4)],
        Placemark: [...stretches.map((places) => lineOf('The flight', 'flight', places)), ...attemptLines],
      },
    },
  }) as string;
}
