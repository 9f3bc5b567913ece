/** Edges of an attempt, by keys. */
import { screen } from '@testing-library/react';
import { useState } from 'react';
import { draw } from '../testing/render.tsx';
import type { Span } from './edges.ts';
import { KeelEdges } from './KeelEdges.tsx';

function Edges() {
  const [edges, change] = useState<Span>({ startS: 100, endS: 130 });
  return (
    <KeelEdges
      edges={edges}
      change={change}
      shown={{ startS: 98, endS: 140 }}
      zeroS={100}
      left={(atS) => atS}
      atOf={(x) => x}
      height={200}
    />
  );
}
const at = (name: string) => Number(screen.getByRole('slider', { name }).getAttribute('aria-valuenow'));

test('an arrow moves an edge by half a second, a page key by five', async () => {
  const user = draw(<Edges />);
  await user.tab();
  await user.keyboard('{ArrowRight}{ArrowRight}');
  expect(at('Beginning of the attempt')).toBe(101);
  await user.tab();
  await user.keyboard('{PageUp}{ArrowLeft}');
  expect(at('End of the attempt')).toBe(134.5);
});

test('an edge stays within what is shown, and five seconds from the other', async () => {
  const user = draw(<Edges />);
  await user.tab();
  await user.keyboard('{ArrowLeft>9/}');
  expect(at('Beginning of the attempt')).toBe(98);
  await user.keyboard('{PageUp>9/}');
  expect(at('Beginning of the attempt')).toBe(125);
});
