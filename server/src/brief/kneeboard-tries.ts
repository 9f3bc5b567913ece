/** Boxes to tick on the kneeboard, a row a try: who flew and with how much help, whether it was good, and one word. */
import type { Lesson, TargetCard } from '@keel/core';
import type { Content } from 'pdfmake/interfaces.js';

const USUAL = 3;
/** More rows would push the panel off its page. */
const MOST = { rows: 6, tries: 5 };

const BOXES = ['shown', 'talked', 'prompted', 'alone', 'good'];

/** As many rows as the lesson has tries of it, each way of a turn counted. */
export function triesOf({ maneuver, variant, configuration }: TargetCard, { items }: Lesson): number {
  const own = items.filter((item) => item.maneuver === maneuver);
  const alike = own.filter((one) => (one.configuration ?? configuration) === configuration);
  const item = alike.find((one) => one.variant === variant) ?? alike[0] ?? own[0];
  const tries = (item?.demonstrations ?? 1) + (item?.attempts ?? USUAL - 1);
  return Math.min(MOST.tries, Math.max(1, tries));
}

const box = { canvas: [{ type: 'rect' as const, x: 0, y: 1, w: 8, h: 8, lineWidth: 0.7 }] };

/** @param cards one card, or the left and the right of one turn: then each try has two rows. */
export function triesTable(cards: readonly TargetCard[], tries: number): Content {
  const ways = cards.length === 2 ? ['L', 'R'] : [''];
  const rows = Array.from({ length: ways.length * Math.min(tries, MOST.rows / ways.length) }, (_, i) => {
    const name = `${Math.floor(i / ways.length) + 1}${ways[i % ways.length]}`;
    return [
      { text: name, bold: true },
      ...BOXES.map(() => box),
      {
        canvas: [{ type: 'line' as const, x1: 0, y1: 10, x2: 120, y2: 10, lineWidth: 0.4 }],
      },
    ];
  });
  return {
    margin: [0, 5, 0, 0],
    fontSize: 7.6,
    table: {
      widths: ['auto', ...BOXES.map(() => 38), '*'],
      body: [['', ...BOXES, 'one word'], ...rows],
    },
    layout: {
      hLineWidth: () => 0,
      vLineWidth: () => 0,
      paddingTop: () => 1.5,
      paddingBottom: () => 1.5,
    },
  };
}
