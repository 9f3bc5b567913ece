import { hornWords, soundWords } from './sound-words.ts';

test('what is heard is said as far as it is sure', () => {
  expect(soundWords(null)).toBeNull();
  expect(soundWords({ rpm: 2350, quality: 0.8, raw: true })).toBe('engine at 2\u202f350 a minute');
  expect(soundWords({ rpm: 2350, quality: 0.3, raw: true })).toBe('engine not heard clearly');
  expect(soundWords({ rpm: 2350, quality: 0.4, raw: false })).toBe(
    'this browser filters the sound: no revolutions',
  );
});

test('a warning of one tone is never recorded, and says so; of several it is', () => {
  expect(hornWords(null)).toMatch(/none is recorded/);
  expect(hornWords({ tonesHz: [870] })).toMatch(/never sure/);
  expect(hornWords({ tonesHz: [1740, 870] })).toBe(
    'Stall warning learned: 870, 1\u202f740 Hz. A sounding is recorded; silence tells nothing.',
  );
});
