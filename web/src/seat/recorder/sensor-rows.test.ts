import { readRecording } from '@keel/core';
import { fixLine, logHeader, motionLine, soundLine } from './sensor-rows.ts';

const STARTED_MS = Date.UTC(2026, 5, 1, 9);

test('what a browser reads is a sensor log that the program reads: beta about x, gamma about y, alpha about z', () => {
  const motion = motionLine(16.6, { x: 0.1, y: -0.2, z: 9.8 }, { alpha: 3, beta: 1, gamma: 2 });
  expect(motion).toBe('17,0.10,-0.20,9.80,1.00,2.00,3.00,,,,,,,\n');
  const place = { latitude: 54.62, longitude: -2.91, altitude: 420, accuracy: 4, altitudeAccuracy: 6 };
  const text = [
    logHeader(STARTED_MS, 'knee', 'a  browser'),
    motion,
    fixLine(1000, { ...place, speed: 40, heading: 90 }),
    fixLine(2000, { ...place, longitude: -2.9094, speed: 40, heading: 90 }),
    soundLine(2500, { rpm: 2352.4, quality: 0.8, horn: 0.9 }),
    soundLine(2700, { rpm: 1200, quality: 0.3, horn: null }),
    fixLine(3000, { ...place, longitude: -2.9088, altitude: null, speed: null, heading: null }),
  ].join('');
  const { epochMs, channels, warnings } = readRecording(text);
  expect(epochMs).toBe(STARTED_MS);
  expect(channels.lat_deg?.[0]).toBe(54.62);
  expect(channels.gps_alt_ft?.[0]).toBeCloseTo(420 / 0.3048, 5);
  expect(channels.gs_kt?.[2]).toBeNaN();
  expect([...(channels.rpm ?? [])].filter((value) => !Number.isNaN(value))).toEqual([2352]);
  expect([...(channels.stall_warn ?? [])].filter((value) => !Number.isNaN(value))).toEqual([1]);
  expect(warnings.map(({ code }) => code)).toEqual(['altitude-datum']);
});

test('a reading that is not whole is no row', () => {
  expect(motionLine(1, null, { alpha: 1, beta: 1, gamma: 1 })).toBeUndefined();
  expect(motionLine(1, { x: 1, y: null, z: 1 }, { alpha: 1, beta: 1, gamma: 1 })).toBeUndefined();
  expect(motionLine(1, { x: 1, y: 1, z: 1 }, { alpha: Number.NaN, beta: 1, gamma: 1 })).toBeUndefined();
});
