import { leadIn, secondOf } from './alignment.ts';

test('a moment of the flight is one of the video, where the video has it', () => {
  expect(secondOf(600, -540, 1200)).toBe(60);
  expect(secondOf(500, -540, 1200)).toBeNull();
  expect(secondOf(1800, -540, 1200)).toBeNull();
});

test('a finding begins five seconds earlier, and never before the video does', () => {
  expect(leadIn(600, -540)).toBe(55);
  expect(leadIn(542, -540)).toBe(0);
});
