import { namesFor } from './names-for.ts';

const block = (middle: number, number: string, short: string) => ({ middle, number, short });

test('names where there is room, numbers where they would run together', () => {
  expect(
    namesFor([block(50, '1', 'Slow flight'), block(300, '2', 'L'), block(330, '3', 'Power-off')]),
  ).toEqual(['1 Slow flight', '2', '3']);
  expect(namesFor([block(50, 'Demo', 'L')])).toEqual(['Demo L']);
});
