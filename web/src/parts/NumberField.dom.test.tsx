/** The field for a number, by keys: what is typed stays, what is no number is never given as one. */
import { screen } from '@testing-library/react';
import { useState } from 'react';
import { draw } from '../testing/render.tsx';
import { NumberField } from './NumberField.tsx';

const given: unknown[] = [];
function Field({ start = '', ...rest }: { start?: number | ''; min?: number; max?: number; step?: number }) {
  const [value, setValue] = useState<number | ''>(start);
  return (
    <NumberField
      label="Weight, lb"
      value={value}
      onChange={(next) => {
        given.push(next);
        setValue(next);
      }}
      {...rest}
    />
  );
}
const field = () => screen.getByLabelText<HTMLInputElement>('Weight, lb');
beforeEach(() => {
  given.length = 0;
});

test.each([
  ['30.5', 30.5],
  ['30,5', 30.5],
  ['-4', -4],
])('%s stays as it was typed, and is given as %p', async (text, value) => {
  const user = draw(<Field />);
  await user.type(field(), text);
  expect(field().value).toBe(text);
  expect(given.at(-1)).toBe(value);
});

test('what is no number is given as none, with the reason once it is left', async () => {
  const user = draw(<Field start={12} />);
  await user.clear(field());
  await user.type(field(), '3o');
  expect(given.at(-1)).toBeNaN();
  await user.tab();
  expect(field().value).toBe('3o');
  expect(field().getAttribute('aria-invalid')).toBe('true');
});

test('a limit is said when the field is left, not while it is typed', async () => {
  const user = draw(<Field min={100} max={300} />);
  await user.type(field(), '20');
  expect(field().getAttribute('aria-invalid')).not.toBe('true');
  await user.tab();
  expect(field().getAttribute('aria-invalid')).toBe('true');
  expect(given.at(-1)).toBeNaN();
});

test('an emptied field is empty, not zero', async () => {
  const user = draw(<Field start={5} />);
  await user.clear(field());
  expect(given).toEqual(['']);
});

test('arrows step within the limits', async () => {
  const user = draw(<Field start={9} max={10} step={5} />);
  await user.click(field());
  await user.keyboard('{ArrowUp}{ArrowDown}');
  expect(given).toEqual([10, 5]);
});
