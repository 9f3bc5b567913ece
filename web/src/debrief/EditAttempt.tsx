/** What an attempt is, put right by hand: its edges, two of it, one of two, another maneuver, none at all. */
import { type AttemptScore, attemptName, findRoom, isOtherWay, rooms, variantWords } from '@keel/core';
import { Button, Select } from '@mantine/core';
import { useState } from 'react';
import { clock } from '../parts/format.ts';
import { SHORTEST_S, type Span, shiftText } from './edges.ts';
import type { AddStatement } from './use-statements.ts';

export function EditAttempt(props: {
  attempt: AttemptScore;
  /** As they stand on the chart. */
  edges: Span;
  next: AttemptScore | undefined;
  cursorS: number;
  addStatement: AddStatement;
}) {
  const { attempt, edges, next, cursorS, addStatement } = props;
  const [maneuver, setManeuver] = useState(attempt.maneuver);
  const [variant, setVariant] = useState<string | null>(null);
  const variants = findRoom(maneuver)?.variants ?? [];
  const inside = (fromS: number, toS: number) => toS - fromS >= SHORTEST_S;
  const twoWays = next && isOtherWay(attempt, next);
  const splits = Math.min(cursorS - attempt.startS, attempt.endS - cursorS) >= SHORTEST_S;
  return (
    <div className="stack exceptions">
      <p className="small">
        Drag the two bars on the chart, or choose one and press ← or →. Begins{' '}
        <strong>{shiftText(attempt.startS, edges.startS)}</strong>, ends{' '}
        <strong>{shiftText(attempt.endS, edges.endS)}</strong>.
      </p>
      <Button
        variant="default"
        style={{ alignSelf: 'flex-start' }}
        disabled={edges.startS === attempt.startS && edges.endS === attempt.endS}
        onClick={() => addStatement({ kind: 'edges', newStartS: edges.startS, newEndS: edges.endS })}
      >
        Move the edges
      </Button>
      <div className="row" style={{ flexWrap: 'wrap' }}>
        <Button
          variant="default"
          disabled={!inside(cursorS, attempt.endS)}
          onClick={() => addStatement({ kind: 'edges', newStartS: cursorS, newEndS: attempt.endS })}
        >
          Begin at the cursor, {clock(cursorS - attempt.startS)}
        </Button>
        <Button
          variant="default"
          disabled={!inside(attempt.startS, cursorS)}
          onClick={() => addStatement({ kind: 'edges', newStartS: attempt.startS, newEndS: cursorS })}
        >
          End at the cursor, {clock(cursorS - attempt.startS)}
        </Button>
      </div>
      <div className="row" style={{ flexWrap: 'wrap' }}>
        <Button
          variant="default"
          disabled={!splits}
          title={splits ? undefined : 'Put the cursor at least five seconds inside the attempt'}
          onClick={() => addStatement({ kind: 'split', atS: cursorS })}
        >
          Split at {clock(cursorS - attempt.startS)}
        </Button>
        <Button
          variant="default"
          disabled={!next || twoWays}
          title={twoWays ? 'A turn to the left and one to the right are two attempts' : undefined}
          onClick={() => next && addStatement({ kind: 'merge', withEndS: next.endS })}
        >
          {next ? `Merge with the ${attemptName(next).toLowerCase()} after it` : 'Nothing after it'}
        </Button>
      </div>
      <div className="row" style={{ alignItems: 'flex-end', flexWrap: 'wrap' }}>
        <Select
          label="Maneuver"
          style={{ flex: 1, minWidth: 150 }}
          allowDeselect={false}
          value={maneuver}
          onChange={(value) => {
            setManeuver(value ?? attempt.maneuver);
            setVariant(null);
          }}
          data={rooms.map(({ id, title }) => ({ value: id, label: title }))}
        />
        {variants.length > 1 && (
          <Select
            label="Variant"
            style={{ width: 120 }}
            value={variant}
            placeholder="as flown"
            clearable
            onChange={setVariant}
            data={variants.map((value) => ({ value, label: variantWords(value) }))}
          />
        )}
        <Button
          variant="default"
          disabled={maneuver === attempt.maneuver && (variant === null || variant === attempt.variant)}
          onClick={() =>
            addStatement({
              kind: 'retype',
              newManeuver: maneuver,
              ...(variant !== null && { newVariant: variant }),
            })
          }
        >
          Change the maneuver
        </Button>
      </div>
      <Button
        variant="default"
        onClick={() => addStatement({ kind: 'discard', discarded: true })}
        style={{ alignSelf: 'flex-start' }}
      >
        Discard this attempt
      </Button>
    </div>
  );
}
