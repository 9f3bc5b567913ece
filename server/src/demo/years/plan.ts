/**
 * A second invented school: twenty-four students over two years, who differ in pace, in how often a lesson is flown again and in
 * whether they stay. What each flew is one of the club's own flights, in the order in which its best student flew them.
 */
import { dayAfter, seededRandom } from '@keel/core';

interface Instructor {
  key: string;
  name: string;
  /** Grades that much kinder than the others, in grades. */
  kinder: number;
}

export const INSTRUCTORS: readonly Instructor[] = [
  { key: 'orla', name: 'Orla Brackenridge', kinder: 0 },
  { key: 'stellan', name: 'Stellan Voss-Amery', kinder: 0 },
  { key: 'ida', name: 'Ida Marchbanks', kinder: 0.5 },
  { key: 'caspian', name: 'Caspian Rooke', kinder: 0 },
];
export const CHIEF = { key: 'thea', name: 'Thea Lorimer-Quist' };

const FIRST_NAMES =
  'Bram Coral Dunstan Elowen Fenn Greta Hollis Imke Jorun Kit Linnea Magnus Noor Otis Perpetua Quill Runa Silas Tamsin Ulric Vesna Wyatt Xanthe Yorick';
const LAST_NAMES =
  'Applegarth Birkett Cawthorne Dalesby Eskdale Farrow Garthwaite Hebblethwaite Ingram Jessop Kirkbride Langstrath Muncaster Netherby Ormside Penruddock Quarrie Rosgill Satterthwaite Threlkeld Ulpha Vickerstaff Wasdale Yewbarrow';

export interface PlannedFlight {
  /** Which of the club's flights, in the order of its lessons. */
  template: number;
  /** ISO 8601. */
  day: string;
  hour: number;
  instructor: string;
}

export interface PlannedStudent {
  key: string;
  name: string;
  instructor: string;
  flights: PlannedFlight[];
  /** The day flown alone for the first time, where it came to that. */
  soloOn: string | null;
}

const DAYS = 730;
/** Days between two lessons of the quickest, and how much longer the slowest takes. */
const LEAST_GAP = 4;
const MORE_GAP = 9;
/** Chance that a lesson is flown again, for the most gifted and the least. */
const AGAIN = [0.05, 0.45] as const;
/** Chance that somebody stops after a lesson. */
const STOPS = 0.012;
/** Chance that a lesson is another instructor's. */
const STANDS_IN = 0.12;
/** A holiday, an illness, a wet month: chance after a lesson, and days. */
const AWAY = 0.05;
const AWAY_DAYS = 34;

/** @param templates how many lessons there are to fly. @param until the last day, ISO 8601 */
export function planYears(templates: number, until: string, seed = 24): PlannedStudent[] {
  const random = seededRandom(seed);
  const lastNames = LAST_NAMES.split(' ');
  const from = dayAfter(until, -DAYS);
  return FIRST_NAMES.split(' ').map((first, i): PlannedStudent => {
    const own = INSTRUCTORS[i % INSTRUCTORS.length].key;
    const gap = LEAST_GAP + MORE_GAP * random.uniform();
    const again = AGAIN[0] + (AGAIN[1] - AGAIN[0]) * random.uniform();
    let day = dayAfter(from, Math.floor((i / 24) * (DAYS - 40)));
    const flights: PlannedFlight[] = [];
    let stopped = false;
    for (let template = 0; template < templates && day <= until && !stopped; ) {
      const standIn = INSTRUCTORS[Math.floor(random.uniform() * INSTRUCTORS.length)].key;
      flights.push({
        template,
        day,
        hour: 9 + Math.floor(7 * random.uniform()),
        instructor: random.uniform() < STANDS_IN ? standIn : own,
      });
      if (random.uniform() >= again) template++;
      stopped = random.uniform() < STOPS;
      const away = random.uniform() < AWAY ? AWAY_DAYS * random.uniform() : 0;
      day = dayAfter(day, Math.max(1, Math.round(gap * (0.5 + random.uniform()) + away)));
      if (template === templates) {
        return {
          key: first.toLowerCase(),
          name: `${first} ${lastNames[i]}`,
          instructor: own,
          flights,
          soloOn: day <= until ? day : null,
        };
      }
    }
    return {
      key: first.toLowerCase(),
      name: `${first} ${lastNames[i]}`,
      instructor: own,
      flights,
      soloOn: null,
    };
  });
}
