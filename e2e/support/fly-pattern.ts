/** A hand on the keyboard that flies the trainer's pattern by the panel and the map, as a student does: key by key. */
import { setTimeout } from 'node:timers/promises';
import { expect, type Page } from '@playwright/test';
import { holdKeys, type Instruments, readPanel } from './fly-by-keys.ts';

interface Place {
  heightFt: number;
  /** Toward the side of the pattern, and past the threshold. */
  outFt: number;
  alongFt: number;
}

const CLIMB_KT = 74;
const DOWNWIND_KT = 85;
const FINAL_KT = 66;
const PATTERN_FT = 1000;
const WIDE_FT = 4900;
const BASE_FT = 7600;
/** Feet down for each foot along. */
const SLOPE = Math.tan((3 * Math.PI) / 180);

async function readMap(page: Page): Promise<Place> {
  const label = (await page.locator('.pattern-map svg').first().getAttribute('aria-label')) ?? '';
  const feet = (before: RegExp) => Number((before.exec(label)?.[1] ?? '0').replace(/[^\d]/g, ''));
  return {
    heightFt: feet(/([\d\u202f,.]+) ft above/),
    outFt: feet(/([\d\u202f,.]+) ft (?:out|on the other)/) * (label.includes('other side') ? -1 : 1),
    alongFt: feet(/([\d\u202f,.]+) ft (?:before|past)/) * (label.includes('before') ? -1 : 1),
  };
}

type Leg = 'roll' | 'climb' | 'crosswind' | 'downwind' | 'abeam' | 'base' | 'final' | 'flare' | 'stop';

interface Wanted {
  headingDeg: number;
  verticalFpm: number | null;
  kias: number;
  flaps: number;
}

const clamp = (value: number, most: number) => Math.max(-most, Math.min(most, value));
const shortest = (from: number, to: number) => ((to - from + 540) % 360) - 180;

function legAfter(leg: Leg, { airspeed }: Instruments, { heightFt, outFt, alongFt }: Place): Leg {
  switch (leg) {
    case 'roll':
      return heightFt > 30 ? 'climb' : leg;
    case 'climb':
      return heightFt > PATTERN_FT - 300 ? 'crosswind' : leg;
    case 'crosswind':
      return outFt > WIDE_FT - 1400 ? 'downwind' : leg;
    case 'downwind':
      return alongFt < 0 ? 'abeam' : leg;
    case 'abeam':
      return alongFt < -BASE_FT ? 'base' : leg;
    case 'base':
      return outFt < 1750 ? 'final' : leg;
    case 'final':
      return heightFt < 42 ? 'flare' : leg;
    case 'flare':
      return heightFt < 1 && airspeed < 58 ? 'stop' : leg;
    case 'stop':
      return leg;
  }
}

function wantedOn(leg: Leg, runwayDeg: number, { heightFt, outFt, alongFt }: Place): Wanted {
  const level = clamp(5 * (PATTERN_FT - heightFt), 500);
  const toGoFt = Math.max(0, 400 - alongFt) + Math.max(0, outFt - 600);
  const down = -340 - 5 * (heightFt - Math.min(PATTERN_FT, toGoFt * SLOPE));
  switch (leg) {
    case 'roll':
    case 'stop':
      return { headingDeg: runwayDeg, verticalFpm: null, kias: CLIMB_KT, flaps: 0 };
    case 'climb':
      return { headingDeg: runwayDeg, verticalFpm: null, kias: CLIMB_KT, flaps: 0 };
    case 'crosswind':
      return {
        headingDeg: runwayDeg - 90,
        verticalFpm: heightFt > 930 ? level : null,
        kias: CLIMB_KT,
        flaps: 0,
      };
    case 'downwind':
      return {
        headingDeg: runwayDeg + 180 - clamp((outFt - WIDE_FT) / 50, 25),
        verticalFpm: level,
        kias: DOWNWIND_KT,
        flaps: 0,
      };
    case 'abeam':
      return { headingDeg: runwayDeg + 180, verticalFpm: clamp(down, 450), kias: 75, flaps: 1 };
    case 'base':
      return { headingDeg: runwayDeg + 90, verticalFpm: clamp(down, 550), kias: 70, flaps: 1 };
    case 'final':
      return {
        headingDeg: runwayDeg + clamp(outFt / 12, 25),
        verticalFpm: clamp(down, 650),
        kias: FINAL_KT,
        flaps: 3,
      };
    case 'flare':
      return { headingDeg: runwayDeg, verticalFpm: -Math.max(50, 9 * heightFt), kias: 0, flaps: 3 };
  }
}

/** The long legs at twice the pace, the last of them slowly: on a busy machine a hand is late by half a second. */
async function setPace(page: Page, pace: '2×' | '½×'): Promise<void> {
  const button = page.getByRole('button', { name: 'Pace', exact: true });
  for (let presses = 0; presses < 4 && (await button.textContent()) !== pace; presses++) {
    await page.keyboard.press('o');
    await expect(button).toHaveText(/×/);
    await setTimeout(100);
  }
  await expect(button).toHaveText(pace);
}

const SLOWLY_BELOW_FT = 120;

/** From the line-up to the stop; after a touchdown too hard it begins again. @throws Error when it has not stopped in time */
export async function flyPattern(page: Page, runwayDeg: number, mostS: number): Promise<void> {
  const held = new Set<string>();
  let leg: Leg = 'roll';
  let flaps = 0;
  let pulses = 0;
  let slowly = false;
  const began = Date.now();
  await setPace(page, '2×');
  await page.keyboard.press(' ');
  while (Date.now() - began < 1000 * mostS) {
    const [see, at] = [await readPanel(page), await readMap(page)];
    if ((await page.locator('.spoken').textContent())?.includes('Begin again')) {
      await holdKeys(page, held, []);
      await setPace(page, '2×');
      await page.keyboard.press('r');
      await expect(page.locator('.spoken')).not.toContainText('Begin again');
      [leg, flaps, slowly] = ['roll', 0, false];
      continue;
    }
    leg = legAfter(leg, see, at);
    if (!slowly && leg === 'final' && at.heightFt < SLOWLY_BELOW_FT) {
      await setPace(page, '½×');
      slowly = true;
    }
    if (leg === 'stop' && see.airspeed < 3) {
      await holdKeys(page, held, []);
      return;
    }
    const wanted = wantedOn(leg, runwayDeg, at);
    if (wanted.flaps > flaps) {
      await page.keyboard.press('f');
      flaps++;
    }
    pulses++;
    await holdKeys(page, held, keysFor(leg, wanted, see, pulses));
    await setTimeout(50);
  }
  await holdKeys(page, held, []);
  throw new Error(`the pattern was not flown to its end: ${leg}`);
}

/** Below this the stick is a touch now and then, not held. */
const TOUCHES = 3;

function keysFor(leg: Leg, wanted: Wanted, see: Instruments, pulses: number): string[] {
  if (leg === 'stop') return ['b'];
  const keys: string[] = [];
  const touch = pulses % TOUCHES === 0;
  const [onRoll, full] = [leg === 'roll', leg === 'roll' || leg === 'climb' || leg === 'crosswind'];
  const bank = onRoll || leg === 'flare' ? 0 : clamp(shortest(see.headingDeg, wanted.headingDeg), 20);
  if (see.bankDeg > bank + 2) keys.push('ArrowLeft');
  else if (see.bankDeg < bank - 2) keys.push('ArrowRight');
  if (onRoll) {
    if (see.airspeed > 52 && see.verticalFpm < 350) keys.push('ArrowDown');
  } else if (wanted.verticalFpm === null) {
    // By the speed: slow touches.
    if (touch && see.airspeed < wanted.kias - 2) keys.push('ArrowUp');
    else if (touch && see.airspeed > wanted.kias + 4) keys.push('ArrowDown');
  } else {
    const off = wanted.verticalFpm - see.verticalFpm;
    const size = leg === 'flare' ? 50 : 90;
    if (off > size && (touch || off > 250)) keys.push('ArrowDown');
    else if (off < -size && (touch || off < -250)) keys.push('ArrowUp');
  }
  if (full && leg !== 'crosswind') keys.push('w');
  else if (leg === 'flare') keys.push('s');
  else if (see.airspeed < wanted.kias - 2 && touch) keys.push('w');
  else if (see.airspeed > wanted.kias + 3 && touch) keys.push('s');
  return keys;
}
