/** The week: a plain grid of days and hours; what is booked is moved by hand or by keys. */

import {
  DndContext,
  type DragEndEvent,
  KeyboardSensor,
  PointerSensor,
  type UniqueIdentifier,
  useDraggable,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import { type Booking, dayAfter, instantOf, type Week } from '@keel/core';
import { Button } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { IconChevronLeft, IconChevronRight } from '@tabler/icons-react';
import { type CSSProperties, useRef, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { api, read } from '../api/client.ts';
import { useMe, useWeek } from '../api/hooks.ts';
import { TitleBar } from '../frame/TitleBar.tsx';
import { clockTime, dayAndTime, isoDay, longDay } from '../parts/format.ts';
import { sent } from '../parts/sent.ts';
import { Waiting } from '../parts/states.tsx';
import { Agreed } from './Agreed.tsx';
import { BookingDetail, NewBooking } from './Booking.tsx';
import {
  HOUR_PX,
  type Hours,
  hoursOf,
  minuteOf,
  moved,
  type Placed,
  placeDay,
  STEP_MIN,
  slotAt,
  topOf,
} from './layout.ts';
import { nightQuestion, outsideHours } from './outside-hours.ts';
import { UsualHours } from './UsualHours.tsx';
import './week.css';

const STEP_PX = (HOUR_PX * STEP_MIN) / 60;

/** What an arrow moves a picked-up booking by: days and quarters of an hour. */
const STEPS: Record<string, { days: number; steps: number }> = {
  ArrowUp: { days: 0, steps: -1 },
  ArrowDown: { days: 0, steps: 1 },
  ArrowLeft: { days: -1, steps: 0 },
  ArrowRight: { days: 1, steps: 0 },
};

export function WeekPage() {
  const [params, setParams] = useSearchParams();
  const day = params.get('day') ?? isoDay();
  const week = useWeek(day);
  const { data: me } = useMe();
  const [opened, setOpened] = useState<Booking | null>(null);
  /** When a new booking is to begin; null while none is made. */
  const [making, setMaking] = useState<string | null>(null);
  const [hours, setHours] = useState(false);
  const [asked, setAsked] = useState<{ words: string; yes: () => void } | null>(null);
  if (!week.data || !me) return <Waiting query={week} what="the week" />;
  const { monday, bookings, zone, unbooked } = week.data;
  const go = (days: number) => setParams({ day: dayAfter(monday, days) }, { replace: true });
  const kept = (next: Week | undefined) => {
    if (next?.monday === monday) week.mutate(next, { revalidate: false });
    else if (next) week.mutate();
  };
  const move = async (booking: Booking, days: number, minutes: number, agreed = false) => {
    const span = moved(booking, days, minutes, week.data!.zone);
    const night = agreed ? null : nightQuestion({ ...booking, ...span }, week.data!.zone);
    if (night) return setAsked({ words: night, yes: () => void move(booking, days, minutes, true) });
    // At once where it was put; back again if it is refused.
    const ahead = bookings.map((one) => (one.id === booking.id ? { ...one, ...span } : one));
    week.mutate({ ...week.data!, bookings: ahead }, { revalidate: false });
    const { id, version } = booking;
    const sending = read(api.bookings[':id'].$put({ param: { id }, json: { version, ...span, agreed } }));
    const outside = await outsideHours(sending);
    if (outside) setAsked({ words: outside, yes: () => void move(booking, days, minutes, true) });
    const next = outside ? undefined : await sent(sending, 'Not moved');
    if (next) kept(next);
    else week.mutate();
  };
  return (
    <>
      <TitleBar title={`Week of ${longDay(monday)}`} about={`${bookings.length} bookings`}>
        <Button variant="default" onClick={() => go(-7)} aria-label="The week before">
          <IconChevronLeft size={18} />
        </Button>
        <Button variant="default" onClick={() => setParams({}, { replace: true })}>
          This week
        </Button>
        <Button variant="default" onClick={() => go(7)} aria-label="The week after">
          <IconChevronRight size={18} />
        </Button>
        <Button variant="default" onClick={() => setHours(true)}>
          Availability
        </Button>
        <Button onClick={() => setMaking(instantOf(`${day} 10:00:00`, zone).toISOString())}>Book</Button>
      </TitleBar>
      <div className="page">
        {unbooked.length > 0 && <Unbooked lessons={unbooked} />}
        <Grid week={week.data} move={move} open={setOpened} book={setMaking} />
        <Agenda week={week.data} open={setOpened} book={setMaking} />
        <p className="small quiet legend">
          Tinted: night at the field, which begins and ends with civil twilight. Press a free slot to book it.
          Drag a booking to move it; by keys, Enter on it picks it up, the arrows move it a quarter of an hour
          or a day, Enter puts it down.
        </p>
      </div>
      {making && (
        <NewBooking week={week.data} me={me} from={making} kept={kept} close={() => setMaking(null)} />
      )}
      {hours && (
        <UsualHours week={week.data} me={me} kept={() => week.mutate()} close={() => setHours(false)} />
      )}
      {asked && <Agreed {...asked} close={() => setAsked(null)} />}
      {opened && (
        <BookingDetail
          booking={opened}
          staff={me.role !== 'student'}
          kept={kept}
          close={() => setOpened(null)}
        />
      )}
    </>
  );
}

interface GridProps {
  week: Week;
  move: (booking: Booking, days: number, minutes: number) => void;
  open: (booking: Booking) => void;
  /** @param from ISO 8601, where somebody pressed. */
  book: (from: string) => void;
}

function Grid({ week, move, open, book }: GridProps) {
  const { days, bookings, zone } = week;
  const columns = useRef<HTMLDivElement>(null);
  const dayPx = () => (columns.current?.clientWidth ?? 7) / 7;
  // Counted here: what the sensor hands over is the last drawing, and a quick hand is two keys ahead of it.
  const byKeys = useRef({ days: 0, steps: 0, fromX: 0, fromY: 0 });
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 6 } }),
    useSensor(KeyboardSensor, {
      coordinateGetter: ({ code }, { currentCoordinates: { x, y } }) => {
        const step = STEPS[code];
        if (!step) return;
        const keys = byKeys.current;
        if (keys.days === 0 && keys.steps === 0) Object.assign(keys, { fromX: x, fromY: y });
        keys.days += step.days;
        keys.steps += step.steps;
        return { x: keys.fromX + keys.days * dayPx(), y: keys.fromY + keys.steps * STEP_PX };
      },
    }),
  );
  const find = (id: UniqueIdentifier) => bookings.find((one) => one.id === id);
  const end = ({ active, activatorEvent, delta }: DragEndEvent) => {
    const keys = activatorEvent instanceof KeyboardEvent && byKeys.current;
    const by = keys ? keys.days : Math.round(delta.x / dayPx());
    const minutes = (keys ? keys.steps : Math.round(delta.y / STEP_PX)) * STEP_MIN;
    const booking = find(active.id);
    if (booking && (by !== 0 || minutes !== 0)) move(booking, by, minutes);
  };
  /** Where the keys have brought it, for whoever hears the week instead of seeing it. */
  const heard = ({ active }: { active: { id: UniqueIdentifier } }): string | undefined => {
    const booking = find(active.id);
    if (!booking) return;
    const { from, until } = moved(booking, byKeys.current.days, byKeys.current.steps * STEP_MIN, zone);
    return `${dayAndTime(from)} to ${clockTime(until)}`;
  };
  const drawn = hoursOf(
    bookings,
    days.map(({ day }) => day),
    zone,
  );
  const hours = Array.from({ length: drawn.until - drawn.from }, (_, i) => drawn.from + i);
  return (
    <DndContext
      sensors={sensors}
      onDragStart={() => Object.assign(byKeys.current, { days: 0, steps: 0 })}
      onDragEnd={end}
      accessibility={{
        announcements: {
          onDragStart: (picked) => `Picked up: ${heard(picked)}`,
          onDragMove: heard,
          onDragOver: () => undefined,
          onDragEnd: (put) => `Put down: ${heard(put)}`,
          onDragCancel: () => 'Not moved',
        },
      }}
      modifiers={[
        ({ transform }) => ({
          ...transform,
          x: Math.round(transform.x / dayPx()) * dayPx(),
          y: Math.round(transform.y / STEP_PX) * STEP_PX,
        }),
      ]}
    >
      <div className="sheet week-frame" data-scrolls>
        <div className="week-grid">
          <div className="week-hours" aria-hidden="true">
            {hours.map((hour) => (
              <div key={hour} style={{ height: HOUR_PX }}>
                {hour}
              </div>
            ))}
          </div>
          <div className="week-days" ref={columns}>
            {days.map(({ day, daylight }) => (
              <section
                key={day}
                className="week-day"
                aria-label={longDay(day)}
                data-today={day === isoDay() || undefined}
              >
                <h2>{longDay(day).split(' ').slice(0, 3).join(' ')}</h2>
                {/* biome-ignore lint/a11y/noStaticElementInteractions: keys have “Book”, and the days of the list */}
                {/* biome-ignore lint/a11y/useKeyWithClickEvents: as above */}
                <div
                  className="week-column"
                  style={{ height: hours.length * HOUR_PX }}
                  onClick={({ target, currentTarget, clientY }) => {
                    if ((target as HTMLElement).closest('.booking')) return;
                    const minutes = ((clientY - currentTarget.getBoundingClientRect().top) / HOUR_PX) * 60;
                    book(slotAt(day, drawn.from * 60 + minutes, zone));
                  }}
                >
                  {daylight && (
                    <>
                      <div
                        className="night"
                        style={{ top: 0, height: topOf(minuteOf(daylight.dawn, day, zone), drawn) }}
                      />
                      <div
                        className="night"
                        style={{ top: topOf(minuteOf(daylight.dusk, day, zone), drawn), bottom: 0 }}
                      />
                    </>
                  )}
                  {placeDay(bookings, day, zone).map((placed) => (
                    <Block key={placed.booking.id} placed={placed} hours={drawn} open={open} />
                  ))}
                </div>
                {daylight && (
                  <p className="small quiet sun">
                    sun {clockTime(daylight.sunrise)}–{clockTime(daylight.sunset)}
                  </p>
                )}
              </section>
            ))}
          </div>
        </div>
      </div>
    </DndContext>
  );
}

const FIRST_SLOT_MIN = 10 * 60;

/** Lessons that have a time and no place in the calendar: booked here, or given another time at Brief. */
function Unbooked({ lessons }: { lessons: Week['unbooked'] }) {
  const book = async (id: string) => {
    const lesson = await sent(read(api.lessons[':id'].booking.$post({ param: { id } })), 'Not booked');
    if (lesson?.notBooked)
      notifications.show({ color: 'red', title: 'Not booked', message: lesson.notBooked, autoClose: 9000 });
  };
  return (
    <section className="sheet" aria-label="Lessons that are not booked">
      <h2>Lessons that are not booked</h2>
      <ul className="watch">
        {lessons.map(({ id, title, at, student }) => (
          <li key={id}>
            <Link to={`/brief/${id}`}>
              <strong>{student.name}</strong> {title}, {dayAndTime(at)}
            </Link>
            <Button variant="default" size="compact-md" onClick={() => book(id)}>
              Book it
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What stands on a booking: who and in what; another’s says that it is taken. */
const wordsOf = ({ kind, student, instructor, airplane, mine }: Booking): [string, string] => {
  if (kind === 'maintenance') return [airplane?.name ?? '', 'maintenance'];
  if (kind === 'away') return [student?.name ?? instructor?.name ?? '', 'away'];
  if (!student && !mine) return ['taken', [airplane?.name, instructor?.name].filter(Boolean).join(', ')];
  const with_ = kind === 'solo' ? 'solo' : instructor?.name;
  return [student?.name ?? '', [airplane?.name, with_].filter(Boolean).join(', ')];
};

function Block(props: { placed: Placed; hours: Hours; open: (booking: Booking) => void }) {
  const { placed, hours, open } = props;
  const { booking, fromMin, untilMin, lane, lanes } = placed;
  const movable = booking.student !== null || booking.mine || booking.kind === 'maintenance';
  const { attributes, listeners, setNodeRef, transform, isDragging } = useDraggable({
    id: booking.id,
    disabled: !movable,
  });
  const style: CSSProperties = {
    top: topOf(fromMin, hours),
    height: Math.max(22, topOf(untilMin, hours) - topOf(fromMin, hours) - 2),
    left: `${(100 * lane) / lanes}%`,
    width: `calc(${100 / lanes}% - 2px)`,
    transform: transform ? `translate(${transform.x}px, ${transform.y}px)` : undefined,
    zIndex: isDragging ? 3 : 1,
  };
  const [who, what] = wordsOf(booking);
  const times = `${clockTime(booking.from)} to ${clockTime(booking.until)}`;
  return (
    <button
      type="button"
      ref={setNodeRef}
      className="booking"
      data-kind={booking.kind}
      data-taken={!movable || undefined}
      style={style}
      {...attributes}
      {...listeners}
      aria-label={`${who}, ${what}, ${dayAndTime(booking.from)} to ${clockTime(booking.until)}`}
      title={`${who}, ${what}, ${times}`}
      onClick={() => movable && open(booking)}
    >
      <strong>{who}</strong>
      <span>{clockTime(booking.from)}</span>
      <span>{what}</span>
    </button>
  );
}

/** The same as a list, where there is no room for seven columns. */
function Agenda({ week, open, book }: Pick<GridProps, 'week' | 'open' | 'book'>) {
  const { days, bookings, zone } = week;
  return (
    <div className="week-agenda">
      {days.map(({ day, daylight }) => {
        const here = placeDay(bookings, day, zone);
        return (
          <section key={day} className="sheet">
            <div className="row spread">
              <h2>{longDay(day)}</h2>
              {daylight && (
                <span className="small quiet">
                  sun {clockTime(daylight.sunrise)}–{clockTime(daylight.sunset)}
                </span>
              )}
            </div>
            {here.map(({ booking }) => {
              const [who, what] = wordsOf(booking);
              return (
                <button key={booking.id} type="button" className="agenda-line" onClick={() => open(booking)}>
                  <span className="clock">
                    {clockTime(booking.from)}–{clockTime(booking.until)}
                  </span>
                  <span>
                    <strong>{who}</strong> <span className="quiet">{what}</span>
                  </span>
                </button>
              );
            })}
            <Button
              variant="subtle"
              size="compact-md"
              aria-label={`Book on ${longDay(day)}`}
              onClick={() => book(slotAt(day, FIRST_SLOT_MIN, zone))}
            >
              {here.length === 0 ? 'Free: book' : 'Book'}
            </Button>
          </section>
        );
      })}
    </div>
  );
}
