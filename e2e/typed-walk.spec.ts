/**
 * Every field for a number, a day or a time, of every address and dialog: from a cold load, key by key, on a desk and on a
 * phone. What is typed is taken as typed, or it is said why not.
 */
import { expect, type Page, test } from '@playwright/test';
import { lessonsOf, type PersonKey, signInQuickly } from './support/people.ts';
import { walkFields } from './support/typing.ts';

// Nothing is saved here: each stop is a walk of its own.
test.describe.configure({ mode: 'parallel' });

interface Stop {
  name: string;
  who: PersonKey;
  at: (page: Page) => Promise<string>;
  open?: (page: Page) => Promise<unknown>;
  /** Inside a dialog alone. */
  dialog?: boolean;
  atLeast: number;
  /** Another of its kind is walked on the phone. */
  deskOnly?: boolean;
}

const press = (name: string | RegExp) => (page: Page) =>
  page
    .getByRole('button', { name, exact: typeof name === 'string' })
    .first()
    .click();
const tab = (name: string) => (page: Page) => page.getByRole('tab', { name }).click();
/** One of the steps of the airplane form. */
const step = (name: RegExp) => async (page: Page) => {
  await press('Edit')(page);
  await page.getByRole('tab', { name }).click();
};
const nell = async (page: Page) => (await lessonsOf(page.request, 'Nell'))[0].student.id;
const nellsFlight = async (page: Page) =>
  (await lessonsOf(page.request, 'Nell')).flatMap(({ recordings }) => recordings)[0].id;

const STOPS: Stop[] = [
  {
    name: 'Hangar, an airplane in knots',
    who: 'maren',
    at: async () => '/hangar',
    open: step(/^Speeds/),
    atLeast: 11,
  },
  {
    name: 'Hangar, weights and balance',
    who: 'maren',
    at: async () => '/hangar',
    open: step(/^Weights/),
    atLeast: 15,
    deskOnly: true,
  },
  {
    name: 'Hangar, the tables of the book',
    who: 'maren',
    at: async () => '/hangar',
    open: step(/^Cruise/),
    atLeast: 20,
    deskOnly: true,
  },
  {
    name: 'Hangar, an airplane in miles per hour',
    who: 'maren',
    at: async () => '/hangar',
    open: async (page) => {
      await page.getByRole('button', { name: /Gimmer/ }).click();
      await step(/^Speeds/)(page);
    },
    atLeast: 11,
    deskOnly: true,
  },
  { name: 'School', who: 'maren', at: async () => '/school', atLeast: 10 },
  { name: 'Technique', who: 'maren', at: async () => '/technique', atLeast: 5 },
  { name: 'Brief, the order', who: 'idris', at: async () => '/brief/new', open: addManeuver, atLeast: 2 },
  {
    name: 'Brief, day and load',
    who: 'idris',
    at: async () => '/brief/new',
    open: tab('Day and load'),
    atLeast: 14,
  },
  {
    name: 'Week, a booking',
    who: 'maren',
    at: async () => '/week',
    open: press('Book'),
    dialog: true,
    atLeast: 3,
  },
  {
    name: 'Path, the next lesson',
    who: 'idris',
    at: async (page) => `/path/${await nell(page)}`,
    open: press('Propose the next lesson'),
    dialog: true,
    atLeast: 4,
  },
  {
    name: 'Path, an attempt by hand',
    who: 'idris',
    at: async (page) => `/path/${await nell(page)}`,
    open: press('Enter a flight'),
    atLeast: 2,
  },
  { name: 'The day of a solo', who: 'idris', at: async (page) => `/solo/${await nell(page)}`, atLeast: 12 },
  {
    name: 'Path, the papers of a student',
    who: 'maren',
    at: async (page) => `/path/${await nell(page)}`,
    open: openPaper,
    atLeast: 1,
  },
  {
    name: 'What a student agreed to',
    who: 'maren',
    at: async (page) => `/people?agreements=${await nell(page)}`,
    dialog: true,
    atLeast: 2,
  },
  {
    name: 'Standards, the bands and thresholds',
    who: 'maren',
    at: async () => '/standards',
    open: press('Edit'),
    atLeast: 10,
  },
  {
    name: 'Syllabus',
    who: 'maren',
    at: async () => '/syllabus',
    open: press(/^(Copy and edit|Edit)$/),
    atLeast: 10,
  },
  { name: 'Endorsement texts', who: 'maren', at: async () => '/endorsements', atLeast: 3 },
  {
    name: 'Logbook, an entry',
    who: 'idris',
    at: async (page) => `/logbook/${await nell(page)}`,
    open: async (page) => {
      await press(/^Draft/)(page);
      await press('Change')(page);
    },
    atLeast: 3,
  },
  {
    name: 'Debrief, put right',
    who: 'idris',
    at: async (page) => `/debrief/${await nellsFlight(page)}`,
    open: async (page) => {
      await press('More for this recording')(page);
      await page.getByRole('menuitem', { name: 'Correct its details' }).click();
    },
    dialog: true,
    atLeast: 2,
  },
];

/** A gate that a document closes, else the one of age: each asks for days. */
async function openPaper(page: Page): Promise<void> {
  const { gates } = await (await page.request.get(`/api/students/${await nell(page)}/path`)).json();
  const asks = ({ closes, state }: { closes: string; state: string }) =>
    closes === 'age' || (closes === 'document' && state !== 'closed');
  const { title, state } = gates.find(asks);
  const asked = page.getByRole('region', { name: 'Solo requirements' });
  // Pressed by what the server says, not by what is seen at once: the region is not there yet on a slow machine.
  if (state === 'closed') await asked.getByRole('button', { name: /^Show \d+ complete/ }).click();
  await asked.getByRole('button', { name: title }).click();
}

async function addManeuver(page: Page): Promise<void> {
  await page
    .getByRole('region', { name: 'Add a maneuver' })
    .getByRole('button', { name: 'Steep turn' })
    .click();
}

for (const [device, width, height] of [
  ['desk', 1280, 800],
  ['phone', 390, 844],
] as const)
  for (const { name, who, at, open, dialog, atLeast } of STOPS.filter(
    (stop) => device === 'desk' || !stop.deskOnly,
  ))
    test(`${name}, at a ${device}`, async ({ page }) => {
      // Some two hundred fields, key by key.
      test.setTimeout(480_000);
      await page.setViewportSize({ width, height });
      await signInQuickly(page.request, who);
      // A cold load of the address: nothing of another page has been read before.
      await page.goto(await at(page));
      await open?.(page);
      const within = dialog ? page.getByRole('dialog') : page.locator('main, body').last();
      await expect(within.locator('input[data-takes]:visible').first()).toBeVisible();
      expect(await walkFields(page, within)).toBeGreaterThanOrEqual(atLeast);
    });
