import { matchLesson } from './match-lesson.ts';
import { peekRecording } from './peek.ts';

describe('the beginning of a file tells', () => {
  test('of a Recording CSV: airplane and day', () =>
    expect(
      peekRecording('# airplane: cairn-4\n# date: 2026-06-12\ntime_s,alt_ft,ias_kt,hdg_deg\n0,4500,95,1\n'),
    ).toEqual({
      format: 'csv',
      airplane: 'cairn-4',
      begins: { day: '2026-06-12' },
      needsMapping: false,
    }));
  test('of one with a clock: when it began, byte-order mark and semicolons or not', () =>
    expect(
      peekRecording('\uFEFF# airplane: cairn-4\r\nutc;alt_ft\r\n2026-06-12T09:31:00Z;4500\r\n'),
    ).toMatchObject({ begins: { atMs: Date.UTC(2026, 5, 12, 9, 31) }, airplane: 'cairn-4' }));
  test.each([
    ['its first position', '54.5,-3.1', { latDeg: 54.5, lonDeg: -3.1 }],
    ['none where its cells are empty', ',', undefined],
  ])('of one with positions: %s', (_, cells, place) =>
    expect(peekRecording(`time_s,alt_ft,lat_deg,lon_deg\n0,4500,${cells}\n`).place).toEqual(place),
  );
  test('of a table of another make: that somebody has to say what its columns are', () =>
    expect(peekRecording('Clock,Height\n09:30:00,1371\n')).toMatchObject({
      format: 'csv',
      needsMapping: true,
    }));
  test('of GPX', () =>
    expect(
      peekRecording(
        '<?xml version="1.0"?><gpx><metadata><time>2020-01-01T00:00:00Z</time></metadata><trk><trkseg><trkpt lat="1" lon="2"><time>2026-06-12T09:31:00Z</time></trkpt>',
      ),
    ).toMatchObject({
      format: 'gpx',
      begins: { atMs: Date.UTC(2026, 5, 12, 9, 31) },
      place: { latDeg: 1, lonDeg: 2 },
    }));
  test('of IGC', () =>
    expect(peekRecording('AXXXTEST\r\nHFDTE120626\r\nB0931005430000N00310000WA0120001250\r\n')).toMatchObject(
      {
        format: 'igc',
        begins: { atMs: Date.UTC(2026, 5, 12, 9, 31) },
        place: { latDeg: 54.5, lonDeg: -(3 + 10 / 60) },
      },
    ));
  test('of NMEA 0183: the handbooks’ sentence (from memory), made to be of this century', () =>
    expect(
      peekRecording('$GPRMC,123519,A,4807.038,N,01131.000,E,022.4,084.4,230326,003.1,W*6A\n'),
    ).toMatchObject({
      format: 'nmea',
      begins: { atMs: Date.UTC(2026, 2, 23, 12, 35, 19) },
    }));
  test('of a file with a bad header nothing, and the reader says why', () =>
    expect(peekRecording('# keelpath-recording: 9\ntime_s,alt_ft\n')).toEqual({
      format: 'csv',
      needsMapping: false,
    }));
});

describe('a recording finds its lesson', () => {
  const lesson = (id: string, plannedAt: string, airplane = 'cairn-4') => ({
    id,
    plannedAt,
    airplane: { id: airplane },
  });
  const morning = lesson('morning', '2026-06-12T09:30:00.000Z');
  const noon = lesson('noon', '2026-06-12T12:00:00.000Z');
  const other = lesson('other', '2026-06-12T09:30:00.000Z', 'gimmer-2');
  const at = (text: string) => ({ airplane: 'cairn-4', begins: { atMs: Date.parse(text) } });

  test('of the same airplane, the nearest in time', () => {
    expect(matchLesson(at('2026-06-12T09:50:00Z'), [morning, noon, other], 'UTC')).toBe(morning);
    expect(matchLesson(at('2026-06-12T11:45:00Z'), [morning, noon, other], 'UTC')).toBe(noon);
  });
  test('too far off is none of them', () =>
    expect(matchLesson(at('2026-06-12T19:00:00Z'), [morning, noon], 'UTC')).toBeUndefined());
  test('with the day alone, only when that day had one', () => {
    const day = { airplane: 'cairn-4', begins: { day: '2026-06-12' } };
    expect(matchLesson(day, [morning, other], 'UTC')).toBe(morning);
    expect(matchLesson(day, [morning, noon], 'UTC')).toBeUndefined();
  });
  test('the day is the school’s', () => {
    const day = { airplane: 'cairn-4', begins: { day: '2026-06-12' } };
    const evening = lesson('evening', '2026-06-13T01:00:00.000Z');
    expect(matchLesson(day, [evening], 'America/Denver')).toBe(evening);
    expect(matchLesson(day, [evening], 'UTC')).toBeUndefined();
  });
  test('without an airplane, only when nothing else is near', () => {
    const log = { begins: { atMs: Date.parse('2026-06-12T09:35:00Z') } };
    expect(matchLesson(log, [morning], 'UTC')).toBe(morning);
    expect(matchLesson(log, [morning, other], 'UTC')).toBeUndefined();
  });
  test('without a time nobody can tell', () =>
    expect(matchLesson({ airplane: 'cairn-4' }, [morning], 'UTC')).toBeUndefined());
  test('exactly between two: a person says which', () =>
    expect(matchLesson(at('2026-06-12T10:45:00Z'), [morning, noon], 'UTC')).toBeUndefined());
});
