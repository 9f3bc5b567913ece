/** Days and times, by keys: read when they are left, kept where they cannot be, and never lost with each other. */
import { screen } from '@testing-library/react';
import { useState } from 'react';
import { draw } from '../testing/render.tsx';
import { DayField, MomentField } from './DayField.tsx';

const given: unknown[] = [];
beforeEach(() => {
  given.length = 0;
});
const at = (label: string) => screen.getByLabelText<HTMLInputElement>(label);

function Day() {
  const [day, setDay] = useState<string | null>('2027-01-02');
  return (
    <DayField
      label="On"
      value={day}
      onChange={(next) => {
        given.push(next);
        setDay(next);
      }}
    />
  );
}
function Moment() {
  const [iso, setIso] = useState('2027-01-02T10:00:00.000Z');
  return (
    <MomentField
      label="When"
      value={iso}
      onChange={(next) => {
        given.push(next);
        setIso(next);
      }}
    />
  );
}

test('a day is read as people write it, and shown as the program does', async () => {
  const user = draw(<Day />);
  await user.clear(at('On'));
  await user.type(at('On'), '3 apr 2027');
  await user.tab();
  expect(given.at(-1)).toBe('2027-04-03');
  expect(at('On').value).toBe('Sat 3 Apr 2027');
});

test('a day that is none stays, is given as none, and says why', async () => {
  const user = draw(<Day />);
  await user.clear(at('On'));
  await user.type(at('On'), '31 feb 2027');
  await user.tab();
  expect(given.at(-1)).toBe('');
  expect(at('On').value).toBe('31 feb 2027');
  expect(at('On').getAttribute('aria-invalid')).toBe('true');
});

test('a time is typed without its colon; a wrong one leaves the day alone', async () => {
  const user = draw(<Moment />);
  await user.clear(at('When: time'));
  await user.type(at('When: time'), '1430');
  await user.tab();
  expect(given.at(-1)).toBe('2027-01-02T14:30:00.000Z');
  await user.clear(at('When: time'));
  await user.type(at('When: time'), '2575');
  await user.tab();
  expect(given.at(-1)).toBe('');
  expect(at('When').value).toBe('Sat 2 Jan 2027');
  await user.clear(at('When: time'));
  await user.type(at('When: time'), '9:05');
  await user.tab();
  expect(given.at(-1)).toBe('2027-01-02T09:05:00.000Z');
});
