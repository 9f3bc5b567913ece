/** One skill of a syllabus, folded to a line until it is opened. */
import { type Gate, requireRoom, rooms, type SyllabusSkill } from '@keel/core';
import { Button, MultiSelect, Select, TextInput } from '@mantine/core';
import { NumberField } from '../parts/NumberField.tsx';
import { AskFields } from './AskFields.tsx';
import { Fold } from './Fold.tsx';
import { ReadyFields } from './ReadyFields.tsx';

const BY_HAND = 'by-hand';

export function SkillFields(props: {
  skill: SyllabusSkill;
  earlier: readonly SyllabusSkill[];
  gates: readonly Gate[];
  faults: ReadonlyMap<string, string>;
  change: (skill: SyllabusSkill) => void;
  move: (by: number) => void;
  remove: () => void;
}) {
  const { skill, faults } = props;
  const change = (more: Partial<SyllabusSkill>) => props.change({ ...skill, ...more });
  const variants = skill.maneuver ? [...(rooms.find(({ id }) => id === skill.maneuver)?.variants ?? [])] : [];
  return (
    <Fold
      title={skill.title}
      about={`${skill.maneuver ? requireTitle(skill.maneuver) : 'graded by hand'}, refresher due after ${skill.staleAfterDays} days`}
      faults={faults}
      actions={
        <>
          <Button
            size="compact-sm"
            variant="subtle"
            aria-label={`${skill.title}: earlier`}
            onClick={() => props.move(-1)}
          >
            ↑
          </Button>
          <Button
            size="compact-sm"
            variant="subtle"
            aria-label={`${skill.title}: later`}
            onClick={() => props.move(1)}
          >
            ↓
          </Button>
          <Button
            size="compact-sm"
            variant="subtle"
            aria-label={`Remove ${skill.title}`}
            onClick={props.remove}
          >
            Remove
          </Button>
        </>
      }
    >
      <div className="editor-fields">
        <TextInput
          label="Title"
          value={skill.title}
          error={faults.get('title')}
          onChange={(event) => change({ title: event.currentTarget.value })}
        />
        <TextInput
          label="Id"
          value={skill.id}
          error={faults.get('id')}
          onChange={(event) => change({ id: event.currentTarget.value })}
        />
        <Select
          label="Evidence from"
          allowDeselect={false}
          data={[
            { value: BY_HAND, label: 'an instructor’s grade' },
            ...rooms.map(({ id, title }) => ({ value: id, label: `recordings: ${title}` })),
          ]}
          value={skill.maneuver ?? BY_HAND}
          error={faults.get('maneuver')}
          onChange={(value) =>
            // Another maneuver has other variants: what was asked of the old one falls away.
            change({ maneuver: value === BY_HAND ? null : value, variants: undefined, asks: [] })
          }
        />
        <NumberField
          label="Refresher due after, days"
          value={skill.staleAfterDays}
          error={faults.get('staleAfterDays')}
          onChange={(value) => change({ staleAfterDays: Number(value) })}
        />
      </div>
      <div className="editor-fields">
        {variants.length > 1 && (
          <MultiSelect
            label="Only these variants"
            placeholder={skill.variants ? undefined : 'all of them'}
            data={variants}
            value={skill.variants ?? []}
            error={faults.get('variants')}
            onChange={(value) => change({ variants: value.length > 0 ? value : undefined })}
          />
        )}
        <MultiSelect
          label="Comes after"
          data={props.earlier.map(({ id, title }) => ({ value: id, label: title }))}
          value={skill.after.filter((id) => props.earlier.some((one) => one.id === id))}
          error={faultUnder(faults, 'after')}
          onChange={(after) => change({ after })}
        />
        <MultiSelect
          label="Solo requirements it counts toward"
          data={props.gates.map(({ id, title }) => ({ value: id, label: title }))}
          value={skill.gates}
          error={faultUnder(faults, 'gates')}
          onChange={(gates) => change({ gates })}
        />
      </div>
      {skill.maneuver && (
        <AskFields
          asks={skill.asks}
          variants={variants}
          faults={faults}
          change={(asks) => change({ asks })}
        />
      )}
      <details>
        <summary>Criteria of its own</summary>
        <ReadyFields
          rules={skill.ready}
          fault={(key) => faults.get(`ready.${key}`)}
          change={(more) => change({ ready: definedOf({ ...skill.ready, ...more }) })}
        />
      </details>
    </Fold>
  );
}

const requireTitle = (maneuver: string): string =>
  rooms.some(({ id }) => id === maneuver) ? requireRoom(maneuver).title : maneuver;

/** What is left empty is as for the others. */
const definedOf = <T extends object>(values: T): T =>
  Object.fromEntries(Object.entries(values).filter(([, value]) => value !== undefined)) as T;

const faultUnder = (faults: ReadonlyMap<string, string>, field: string): string | undefined =>
  [...faults].find(([path]) => path === field || path.startsWith(`${field}.`))?.[1];
