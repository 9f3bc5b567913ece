import { freeId } from './free-id.ts';

it('counts on from the list, past an id that is taken', () => {
  expect(freeId('skill', [])).toBe('skill-1');
  expect(freeId('gate', [{ id: 'first-solo' }])).toBe('gate-2');
  expect(freeId('gate', [{ id: 'gate-2' }])).toBe('gate-3');
});
