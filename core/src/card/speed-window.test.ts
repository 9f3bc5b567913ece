import { chooseEntrySpeed } from './speed-window.ts';

const WINDOW: [number, number] = [62, 98.4];
const choose = (options: Partial<Parameters<typeof chooseEntrySpeed>[1]>) =>
  chooseEntrySpeed(WINDOW, { toleranceKt: 10, ...options });

test.each([
  ['makers', 92, 92, /maker’s recommendation/],
  ['makers', 105, 88, /maker’s 105 is outside the window; maneuvering speed less the tolerance of 10/],
  ['makers', undefined, 88, /^maneuvering speed less the tolerance of 10$/],
  ['below-va', 92, 88, /^maneuvering speed less the tolerance of 10$/],
  ['middle', 92, 80, /middle of the window/],
] as const)('by the policy %s with the maker’s %s it is %s', (policy, makersKias, kias, why) => {
  const chosen = choose({ policy, makersKias });
  expect(chosen.kias).toBe(kias);
  expect(chosen.why).toMatch(why);
});

test.each([
  [70, 70, 'chosen for today'],
  [61, 62, 'as near the wish as the window allows'],
  [120, 98, 'as near the wish as the window allows'],
])('%s asked for gives %s', (wantedKias, kias, why) => {
  expect(choose({ wantedKias, makersKias: 92 })).toEqual({ kias, why });
});

test('in a narrow window the middle, in whole knots', () => {
  expect(chooseEntrySpeed([92, 98], { toleranceKt: 10 })).toEqual({
    kias: 95,
    why: 'the middle of a narrow window',
  });
});
