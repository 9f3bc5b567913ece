/** Technique: how the school flies, where schools differ. */
import { DEFAULT_TECHNIQUE, type Technique, type TechniqueKey } from '@keel/core';
import { Button, Textarea } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useState } from 'react';
import { Link } from 'react-router';
import { ApiError, api, messageOf, read } from '../api/client.ts';
import { useMe, useTechnique } from '../api/hooks.ts';
import { AskBeforeLeaving } from '../frame/AskBeforeLeaving.tsx';
import { TitleBar } from '../frame/TitleBar.tsx';
import { Caution } from '../parts/caution.tsx';
import { NumberField } from '../parts/NumberField.tsx';
import { Waiting } from '../parts/states.tsx';
import { TechniqueForm } from './TechniqueForm.tsx';

const NUMBERS: { key: TechniqueKey; label: string; min: number; max: number }[] = [
  { key: 'demonstrations', label: 'Demonstrations of each maneuver', min: 0, max: 3 },
  { key: 'studentAttempts', label: 'Tries by the student', min: 1, max: 6 },
  { key: 'judgePromptS', label: 'Brief deviation: back within tolerance in, s', min: 1, max: 30 },
  { key: 'judgeTooMany', label: 'Brief deviations that are too many in a minute', min: 1, max: 20 },
  {
    key: 'judgeLimit',
    label: 'Brief deviation: no further than, × tolerance (or 3 kt, 30 ft, 3° past the edge)',
    min: 1,
    max: 5,
  },
];

export function TechniquePage() {
  const school = useTechnique();
  const { data: me } = useMe();
  const [changes, setChanges] = useState<Partial<Technique>>({});
  const [problem, setProblem] = useState<string | null>(null);
  if (!school.data || !me) return <Waiting query={school} what="the school’s technique" />;
  const technique = { ...school.data.technique, ...changes } as Technique;
  const { version } = school.data;
  const readOnly = me.role !== 'chief';
  const set = (key: TechniqueKey, value: unknown) => setChanges((before) => ({ ...before, [key]: value }));
  const save = async () => {
    setProblem(null);
    try {
      await school.mutate(read(api.technique.$put({ json: { version, technique } })), {
        revalidate: false,
      });
      setChanges({});
      notifications.show({ message: 'Saved. New lessons use it.' });
    } catch (error) {
      setProblem(messageOf(error));
      if (error instanceof ApiError && error.status === 409) await school.mutate();
    }
  };
  return (
    <>
      <AskBeforeLeaving unsaved={Object.keys(changes).length > 0} what="The school’s technique" />
      <TitleBar
        title="Technique"
        about="Where schools teach the same maneuver differently. A lesson may differ."
      >
        <Button component={Link} to="/coach" variant="default">
          What the coach says
        </Button>
        {!readOnly && (
          <Button onClick={save} disabled={Object.keys(changes).length === 0}>
            Save technique
          </Button>
        )}
      </TitleBar>
      <div className="page">
        {problem && (
          <div className="sheet" role="alert">
            {problem}
          </div>
        )}
        <section className="sheet stack" aria-label="Choices">
          {readOnly && <p className="quiet">Only the chief instructor can edit these.</p>}
          <TechniqueForm school={technique} onChange={set} readOnly={readOnly} />
          <div className="technique">
            {NUMBERS.map(({ key, label, min, max }) => (
              <NumberField
                key={key}
                label={label}
                min={min}
                max={max}
                disabled={readOnly}
                value={technique[key] as number}
                onChange={(value) => typeof value === 'number' && set(key, value)}
              />
            ))}
          </div>
          {technique.judgeLimit !== DEFAULT_TECHNIQUE.judgeLimit && !readOnly && (
            <div className="row" style={{ flexWrap: 'wrap' }}>
              <span className="quiet">
                Brief deviations may reach {technique.judgeLimit} × the tolerance here; a new school begins
                with {DEFAULT_TECHNIQUE.judgeLimit} ×.
              </span>
              <Button
                size="compact-sm"
                variant="default"
                onClick={() => set('judgeLimit', DEFAULT_TECHNIQUE.judgeLimit)}
              >
                Use {DEFAULT_TECHNIQUE.judgeLimit} ×
              </Button>
            </div>
          )}
          <Textarea
            label="Checks before each maneuver"
            description="One per line, in your school’s order. Clearing the area is added by itself."
            autosize
            disabled={readOnly}
            value={technique.checks.join('\n')}
            onChange={(event) => set('checks', event.currentTarget.value.split('\n'))}
            error={
              technique.checks.some((check) => check.trim() === '') ? 'An empty line is no check' : undefined
            }
          />
          <Caution>
            No choice changes a limit: the floor, the maneuvering speed, the flap limits and what a standard
            demands stay on every card.
          </Caution>
        </section>
      </div>
    </>
  );
}
