import { blockName } from './block-name.ts';

test('number and name where they fit, the number alone, or nothing', () => {
  expect(blockName(120, 1, 'Slow flight')).toBe('1 Slow flight');
  expect(blockName(40, 12, 'Power-off')).toBe('12');
  expect(blockName(8, 130, 'L')).toBe('');
});
