/** How a short deviation that was corrected is judged: chosen where the verdict stands. */
import type { Judge } from '@keel/core';
import { SegmentedControl } from '@mantine/core';
import { useId } from 'react';

export function BriefDeviations({ judge, choose }: { judge: Judge; choose: (judge: Judge) => void }) {
  const id = useId();
  return (
    <div className="brief-deviations">
      <span className="small quiet" id={id}>
        Brief deviations
      </span>
      <SegmentedControl
        aria-labelledby={id}
        size="xs"
        value={judge}
        onChange={(value) => choose(value as Judge)}
        data={[
          { value: 'examiner', label: 'allowed' },
          { value: 'strict', label: 'not allowed' },
        ]}
      />
    </div>
  );
}
