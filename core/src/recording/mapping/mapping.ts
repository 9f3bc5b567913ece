/** Which column of a table of another make is what: the person's answer, kept under the table's header. */
import { z } from 'zod';
import { CHANNELS, type ChannelName } from '../columns/channels.ts';

export const TIME_KINDS = [
  { kind: 's', says: 'seconds' },
  { kind: 'ms', says: 'milliseconds' },
  { kind: 'min', says: 'minutes' },
  { kind: 'clock', says: 'time of day, 09:30:00' },
  { kind: 'iso', says: 'date and time, ISO 8601' },
  { kind: 'epoch-s', says: 'seconds since 1970' },
  { kind: 'epoch-ms', says: 'milliseconds since 1970' },
] as const;
export type TimeKind = (typeof TIME_KINDS)[number]['kind'];

export const DATE_KINDS = [
  { kind: 'ymd', says: 'year month day' },
  { kind: 'dmy', says: 'day month year' },
  { kind: 'mdy', says: 'month day year' },
] as const;

const kinds = <T extends string>(list: readonly { kind: T }[]) => list.map(({ kind }) => kind) as [T, ...T[]];
const channels = Object.keys(CHANNELS) as [ChannelName, ...ChannelName[]];
const column = z.string().max(200);

export const mappingSchema = z.object({
  time: z.object({
    column,
    kind: z.enum(kinds(TIME_KINDS)),
    /** The zone of a time of day that is the local one; UTC where it is left out. */
    zone: z.string().max(60).optional(),
  }),
  date: z.object({ column, kind: z.enum(kinds(DATE_KINDS)) }).optional(),
  channels: z
    .array(
      z.object({
        column,
        channel: z.enum(channels),
        unit: z.string().max(20),
        /** The table counts the other way round: left, down or nose down positive. */
        flip: z.boolean().default(false),
      }),
    )
    .min(1, 'say of at least one column what it is'),
});
export type Mapping = z.infer<typeof mappingSchema>;
