/**
 * What is written can be read by others: GPX against the rules of its published schema (GPX 1.1, from memory: which
 * children a point may have, in which order, and of which kind), by a general-purpose validator; GPX and KML by a
 * general-purpose reader of both; and GPX by this program again.
 */
import { gpx, kml } from '@tmcw/togeojson';
import { DOMParser } from '@xmldom/xmldom';
import { validateXML } from 'xmllint-wasm';
import { InputError } from '../../errors.ts';
import type { Recording } from '../columns/recording.ts';
import { readRecording } from '../read/read-recording.ts';
import { writeGpx } from './write-gpx.ts';
import { writeKml } from './write-kml.ts';

const SCHEMA = `<xs:schema xmlns:xs="http://www.w3.org/2001/XMLSchema" xmlns="http://www.topografix.com/GPX/1/1"
  targetNamespace="http://www.topografix.com/GPX/1/1" elementFormDefault="qualified">
  <xs:simpleType name="lat"><xs:restriction base="xs:decimal"><xs:minInclusive value="-90"/><xs:maxInclusive value="90"/></xs:restriction></xs:simpleType>
  <xs:simpleType name="lon"><xs:restriction base="xs:decimal"><xs:minInclusive value="-180"/><xs:maxExclusive value="180"/></xs:restriction></xs:simpleType>
  <xs:complexType name="point">
    <xs:sequence>
      <xs:element name="ele" type="xs:decimal" minOccurs="0"/>
      <xs:element name="time" type="xs:dateTime" minOccurs="0"/>
      <xs:element name="name" type="xs:string" minOccurs="0"/>
    </xs:sequence>
    <xs:attribute name="lat" type="lat" use="required"/>
    <xs:attribute name="lon" type="lon" use="required"/>
  </xs:complexType>
  <xs:element name="gpx"><xs:complexType>
    <xs:sequence>
      <xs:element name="wpt" type="point" minOccurs="0" maxOccurs="unbounded"/>
      <xs:element name="trk" minOccurs="0" maxOccurs="unbounded"><xs:complexType><xs:sequence>
        <xs:element name="name" type="xs:string" minOccurs="0"/>
        <xs:element name="trkseg" minOccurs="0" maxOccurs="unbounded"><xs:complexType><xs:sequence>
          <xs:element name="trkpt" type="point" minOccurs="0" maxOccurs="unbounded"/>
        </xs:sequence></xs:complexType></xs:element>
      </xs:sequence></xs:complexType></xs:element>
    </xs:sequence>
    <xs:attribute name="version" type="xs:string" use="required" fixed="1.1"/>
    <xs:attribute name="creator" type="xs:string" use="required"/>
  </xs:complexType></xs:element>
</xs:schema>`;

const ROWS = 90;
const column = (value: (i: number) => number) => Float64Array.from({ length: ROWS }, (_, i) => value(i));
/** A minute and a half with a hole of ten seconds after row 40, and a row without a place. */
const recording: Recording = {
  header: {},
  epochMs: Date.UTC(2026, 5, 12, 9, 0, 0),
  timeS: column((i) => (i <= 40 ? i : i + 10)),
  channels: {
    lat_deg: column((i) => (i === 20 ? Number.NaN : 54.4 + i * 0.0003)),
    lon_deg: column((i) => -3.1 - i * 0.0004),
    alt_ft: column((i) => 4500 + i),
  },
  warnings: [],
};
const attempts = [{ name: 'Steep turn left & “right”', startS: 12, endS: 30 }];
const dom = (xml: string) => new DOMParser().parseFromString(xml, 'text/xml') as unknown as Document;

describe('GPX', () => {
  const written = writeGpx(recording, 'Lesson 5 <steep turns>', attempts);

  test('obeys its schema’s rules', async () => {
    const check = (contents: string) =>
      validateXML({
        xml: [{ fileName: 'flight.gpx', contents }],
        schema: [{ fileName: 'gpx.xsd', contents: SCHEMA }],
      });
    expect((await check(written)).errors).toEqual([]);
    // The rules do bite: a point's time before its height is an error.
    const wrong = written.replace(
      /<ele>([^<]*)<\/ele>\s*<time>([^<]*)<\/time>/,
      '<time>$2</time><ele>$1</ele>',
    );
    expect((await check(wrong)).valid).toBe(false);
  });

  test('is read back with every place and time', () => {
    const again = readRecording(written);
    expect(again.epochMs).toBe(recording.epochMs);
    const kept = [...recording.timeS].filter((_, i) => i !== 20);
    expect([...again.timeS]).toEqual(kept);
    expect(again.channels.lat_deg![50]).toBeCloseTo(recording.channels.lat_deg![51], 6);
    expect(again.channels.gps_alt_ft![50]).toBeCloseTo(recording.channels.alt_ft![51], 1);
  });

  test('is what another reader sees: two stretches, and where the attempt began', () => {
    const { features } = gpx(dom(written));
    const track = features.find(({ geometry }) => geometry?.type === 'MultiLineString');
    const point = features.find(({ geometry }) => geometry?.type === 'Point');
    expect((track!.geometry as { coordinates: unknown[][] }).coordinates.map(({ length }) => length)).toEqual(
      [40, 49],
    );
    expect(track?.properties?.name).toBe('Lesson 5 <steep turns>');
    expect(point?.properties?.name).toBe(attempts[0].name);
    expect((point!.geometry as { coordinates: number[] }).coordinates.slice(0, 2)).toEqual([
      -3.1048, 54.4036,
    ]);
  });
});

test('KML: another reader sees the flight and the attempt as lines', () => {
  const { features } = kml(dom(writeKml(recording, 'Lesson 5', attempts)));
  const lines = features.map(({ geometry, properties }) => ({
    name: properties?.name,
    points: (geometry as { coordinates: number[][] }).coordinates,
  }));
  expect(lines.map(({ name }) => name)).toEqual(['The flight', 'The flight', attempts[0].name]);
  const [lon, lat, altitudeM] = lines[2].points[0];
  expect([lon, lat]).toEqual([-3.1048, 54.4036]);
  expect(altitudeM).toBeCloseTo(4512 * 0.3048, 1);
  // Twelve to thirty seconds, less the row without a place.
  expect(lines[2].points).toHaveLength(18);
});

test('without positions it says what to take instead', () => {
  const { lat_deg: _, ...channels } = recording.channels;
  expect(() => writeGpx({ ...recording, channels }, '')).toThrow(InputError);
  expect(() => writeKml({ ...recording, channels }, '')).toThrow('track/no-places');
});
