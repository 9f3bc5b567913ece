/** Where bookings stand in a day’s column: side by side where they overlap. */
import { type Booking, dayIn, instantOf } from '@keel/core';

/** The hours that are drawn at the least; a lesson or a solo earlier or later makes the day longer. */
const USUAL: Hours = { from: 7, until: 21 };
export interface Hours {
  from: number;
  until: number;
}
export const HOUR_PX = 40;
/** Bookings are moved in steps of this. */
export const STEP_MIN = 15;

const MIN_MS = 60_000;
const DAY_MIN = 24 * 60;

export interface Placed {
  booking: Booking;
  /** Minutes of the day’s clock, cut to the day. */
  fromMin: number;
  untilMin: number;
  /** Which of how many that stand side by side. */
  lane: number;
  lanes: number;
}

/** Minutes since midnight by the school’s clock; 0 and 1440 where it lies before and after the day. */
export function minuteOf(iso: string, day: string, zone: string): number {
  const here = dayIn(iso, zone);
  if (here < day) return 0;
  if (here > day) return DAY_MIN;
  return Math.round((Date.parse(iso) - instantOf(day, zone).getTime()) / MIN_MS);
}

export function placeDay(bookings: readonly Booking[], day: string, zone: string): Placed[] {
  const placed = bookings
    .map((booking) => ({
      booking,
      fromMin: minuteOf(booking.from, day, zone),
      untilMin: minuteOf(booking.until, day, zone),
      lane: 0,
      lanes: 1,
    }))
    .filter(({ fromMin, untilMin }) => untilMin > fromMin)
    .sort((a, b) => a.fromMin - b.fromMin || a.untilMin - b.untilMin);
  let group: Placed[] = [];
  let end = -1;
  const close = () => {
    const lanes = 1 + Math.max(0, ...group.map(({ lane }) => lane));
    for (const one of group) one.lanes = lanes;
    group = [];
  };
  for (const one of placed) {
    if (one.fromMin >= end) close();
    const taken = new Set(group.filter(({ untilMin }) => untilMin > one.fromMin).map(({ lane }) => lane));
    while (taken.has(one.lane)) one.lane++;
    group.push(one);
    end = Math.max(end, one.untilMin);
  }
  close();
  return placed;
}

/** The hours that show every flight of a week; what lasts for days is cut to them. */
export function hoursOf(bookings: readonly Booking[], days: readonly string[], zone: string): Hours {
  const placed = days
    .flatMap((day) => placeDay(bookings, day, zone))
    .filter(({ booking: { kind } }) => kind === 'lesson' || kind === 'solo');
  return {
    from: Math.min(USUAL.from, ...placed.map(({ fromMin }) => Math.floor(fromMin / 60))),
    until: Math.max(USUAL.until, ...placed.map(({ untilMin }) => Math.ceil(untilMin / 60))),
  };
}

export const topOf = (min: number, { from, until }: Hours): number =>
  (Math.max(from * 60, Math.min(until * 60, min)) / 60 - from) * HOUR_PX;

/** A booking moved by whole days and steps, by the school’s clock: a lesson at nine stays at nine over a change of the clocks. */
export function moved(
  booking: { from: string; until: string },
  days: number,
  minutes: number,
  zone: string,
): { from: string; until: string } {
  const day = dayIn(booking.from, zone);
  const at = minuteOf(booking.from, day, zone) + minutes;
  const next = new Date(Date.parse(`${day}T00:00:00Z`) + days * DAY_MIN * MIN_MS).toISOString().slice(0, 10);
  const clock = `${next} ${String(Math.floor(at / 60)).padStart(2, '0')}:${String(at % 60).padStart(2, '0')}:00`;
  const from = instantOf(clock, zone).getTime();
  const length = Date.parse(booking.until) - Date.parse(booking.from);
  return { from: new Date(from).toISOString(), until: new Date(from + length).toISOString() };
}

/** The quarter of an hour that a place in a day stands for. @param minutes of the day. @returns ISO 8601. */
export function slotAt(day: string, minutes: number, zone: string): string {
  const step = Math.max(0, Math.min(24 * 60 - STEP_MIN, Math.floor(minutes / STEP_MIN) * STEP_MIN));
  const two = (value: number) => String(value).padStart(2, '0');
  return instantOf(`${day} ${two(Math.floor(step / 60))}:${two(step % 60)}:00`, zone).toISOString();
}
