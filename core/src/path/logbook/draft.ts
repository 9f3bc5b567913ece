/** A log entry drafted from what was flown: times and landings from the flight’s shape, training from the attempts. */
import type { FlightScore } from '../../debrief/flight-score.ts';
import { findRoom } from '../../maneuvers/registry.ts';
import type { LogEntry } from './entry.ts';

interface FlownForLog {
  date: string;
  airplane: string;
  field: string;
  flight: FlightScore | undefined;
  /** Of the whole recording, where the flight’s shape tells nothing. */
  durationS: number;
  /** Sun and night over the field: seconds of the flight that were by night; null where the field’s place is not known. */
  nightS: number | null;
  attempts: readonly { maneuver: string; variant: string | null; help: string }[];
}

const toMin = (s: number): number => Math.round(s / 60);

/** With the instructor until somebody says solo: nothing in a recording tells who else sat in it. */
export function draftEntry(flown: FlownForLog): LogEntry {
  const { flight, durationS, nightS } = flown;
  const blockMin = toMin(flight?.blockS ?? durationS);
  const landings = flight?.landings?.length ?? 0;
  const night = nightS === null ? 0 : Math.min(blockMin, toMin(nightS));
  const mostlyNight = night * 2 > blockMin;
  return {
    date: flown.date,
    airplane: flown.airplane,
    from: flown.field,
    to: flown.field,
    blockMin,
    airMin: Math.min(blockMin, toMin(flight?.airborneS ?? durationS)),
    dualMin: blockMin,
    soloMin: 0,
    nightMin: night,
    instrumentMin: 0,
    landingsDay: mostlyNight ? 0 : landings,
    landingsNight: mostlyNight ? landings : 0,
    training: trainingOf(flown.attempts),
    remarks: flight?.blockS == null ? 'Times from the length of the recording: look at them.' : '',
  };
}

/** Each maneuver once, with how often it was flown. */
function trainingOf(attempts: FlownForLog['attempts']): string {
  const counts = new Map<string, number>();
  for (const { maneuver, help } of attempts) {
    const title = findRoom(maneuver)?.title ?? maneuver;
    const shown = help === 'demonstration' ? ' (shown)' : '';
    counts.set(`${title}${shown}`, (counts.get(`${title}${shown}`) ?? 0) + 1);
  }
  return [...counts].map(([title, n]) => (n > 1 ? `${title} ×${n}` : title)).join(', ');
}
