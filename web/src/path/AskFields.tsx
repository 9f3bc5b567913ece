/** Directions, configurations and depths that a skill wants to see, a line each. */
import type { Ask } from '@keel/core';
import { Button, MultiSelect, Select, TextInput } from '@mantine/core';
import { NumberField } from '../parts/NumberField.tsx';

const ANY_DEPTH = 'any';

export function AskFields(props: {
  asks: readonly Ask[];
  variants: readonly string[];
  /** Of the skill, by path. */
  faults: ReadonlyMap<string, string>;
  change: (asks: Ask[]) => void;
}) {
  const { asks, faults } = props;
  const put = (i: number, more: Partial<Ask>) => props.change(asks.with(i, { ...asks[i], ...more }));
  return (
    <div className="stack" style={{ gap: 8 }}>
      <h3>Required variants</h3>
      {asks.map((ask, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: what it says is being typed
        <div key={i} className="ask-fields">
          <TextInput
            label="Wording"
            value={ask.says}
            error={faults.get(`asks.${i}.says`)}
            onChange={(event) => put(i, { says: event.currentTarget.value })}
          />
          <MultiSelect
            label="In these variants"
            placeholder={ask.variants ? undefined : 'any'}
            data={[...props.variants]}
            value={ask.variants ?? []}
            onChange={(value) => put(i, { variants: value.length > 0 ? value : undefined })}
          />
          <Select
            label="Depth"
            allowDeselect={false}
            data={[
              { value: ANY_DEPTH, label: 'any' },
              { value: 'first-indication', label: 'first indication' },
              { value: 'full', label: 'full stall' },
            ]}
            value={ask.depth ?? ANY_DEPTH}
            onChange={(value) => put(i, { depth: value === ANY_DEPTH ? undefined : (value as Ask['depth']) })}
          />
          {(['times', 'days', 'withinDays'] as const).map((key) => (
            <NumberField
              key={key}
              label={{ times: 'Times', days: 'on days', withinDays: 'last within, days' }[key]}
              value={ask[key]}
              error={faults.get(`asks.${i}.${key}`)}
              onChange={(value) => put(i, { [key]: Number(value) })}
            />
          ))}
          <Button
            variant="subtle"
            aria-label={`Remove ${ask.says}`}
            onClick={() => props.change(asks.filter((_, nth) => nth !== i))}
          >
            Remove
          </Button>
        </div>
      ))}
      <Button
        variant="default"
        size="compact-md"
        style={{ alignSelf: 'start' }}
        onClick={() => props.change([...asks, { says: 'to the left', times: 2, days: 2, withinDays: 30 }])}
      >
        Add a variant
      </Button>
    </div>
  );
}
