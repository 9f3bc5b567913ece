/** What kind of airplane it is: the units it is read in, its propeller, its wing, and how it warns of the stall. */
import { STALL_WARNINGS } from '@keel/core';
import { Select, TextInput } from '@mantine/core';
import { type Draft, valueAt } from './draft.ts';
import type { SetAt } from './Entry.tsx';

interface Props {
  draft: Draft;
  errors: Map<string, string>;
  set: SetAt;
}

export function About({ draft, errors, set }: Props) {
  const warning = valueAt(draft, ['stallWarning']) as { kind?: string; otherTones?: string } | undefined;
  return (
    <div className="editor-fields">
      <Select
        label="Speeds in"
        data={['kt', 'mph']}
        value={draft.speedUnit === 'mph' ? 'mph' : 'kt'}
        onChange={(value) => set(['speedUnit'], value)}
      />
      <Select
        label="Power in"
        data={['rpm', 'inHg', '%']}
        value={String(draft.powerUnit ?? 'rpm')}
        onChange={(value) => set(['powerUnit'], value)}
      />
      <Select
        label="Propeller"
        placeholder="not entered"
        data={['fixed-pitch', 'constant-speed']}
        value={(valueAt(draft, ['propeller', 'kind']) as string | undefined) ?? null}
        error={errors.get('propeller.kind')}
        onChange={(value) => set(['propeller', 'kind'], value)}
      />
      {valueAt(draft, ['wing']) !== undefined && (
        <Select
          label="Wing, for the view to the side"
          data={['high', 'low']}
          value={String(valueAt(draft, ['wing', 'mounted']) ?? 'high')}
          onChange={(value) => set(['wing', 'mounted'], value)}
        />
      )}
      <Select
        label="Stall warning"
        placeholder="not entered"
        clearable
        data={[...STALL_WARNINGS]}
        value={warning?.kind ?? null}
        onChange={(kind) => set(['stallWarning'], kind ? { ...warning, kind } : undefined)}
      />
      {warning && (
        <TextInput
          label="Other warning tones in the cockpit"
          placeholder="gear horn, autopilot disconnect"
          value={warning.otherTones ?? ''}
          error={errors.get('stallWarning.otherTones')}
          onChange={(event) => set(['stallWarning', 'otherTones'], event.currentTarget.value || undefined)}
        />
      )}
    </div>
  );
}
