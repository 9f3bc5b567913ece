/** What a school calls grades, asks of every solo, begins lessons with, and how long it keeps flights. */
import {
  type FieldRules,
  GRADES,
  JUDGED_PART_NAMES,
  JUDGED_PARTS,
  type RunwayPlace,
  type SchoolSettings,
  type SoloMinima,
  USUAL_FIELD_RULES,
} from '@keel/core';
import { Button, Checkbox, Select, TagsInput, TextInput } from '@mantine/core';
import type { UseFormReturnType } from '@mantine/form';
import { NumberField } from '../parts/NumberField.tsx';

type Empty<T> = { [K in keyof T]: T[K] | '' };
type OwnValues = Pick<Required<SchoolSettings>, 'lessonTemplates' | 'seatMarks'> & {
  gradeNames: string[];
  soloMinima: Empty<SoloMinima>;
  fieldRules: Omit<FieldRules, 'turnBackFt' | 'ends'> & {
    turnBackFt: number | '';
    ends: Empty<RunwayPlace>[];
  };
  retentionYears: number | '';
};

const NO_MINIMA: Empty<SoloMinima> = {
  windKt: '',
  crosswindKt: '',
  gustSpreadKt: '',
  ceilingFt: '',
  visibilitySm: '',
};
const MINIMA: Record<keyof SoloMinima, string> = {
  windKt: 'Wind at most, kt',
  crosswindKt: 'Crosswind at most, kt',
  gustSpreadKt: 'Gust spread at most, kt',
  ceilingFt: 'Ceiling at least, ft above field',
  visibilitySm: 'Visibility at least, sm',
};

/** As the form holds them: an empty field is nothing settled. */
export const ownValues = (settings: SchoolSettings): OwnValues => ({
  gradeNames: settings.gradeNames ?? GRADES.map(() => ''),
  soloMinima: settings.soloMinima ?? NO_MINIMA,
  lessonTemplates: settings.lessonTemplates ?? [],
  fieldRules: fieldValues(settings.fieldRules ?? USUAL_FIELD_RULES),
  retentionYears: settings.retentionYears ?? '',
  seatMarks: settings.seatMarks ?? [],
});

const fieldValues = (rules: FieldRules): OwnValues['fieldRules'] => ({
  ...USUAL_FIELD_RULES,
  ...rules,
  turnBackFt: rules.turnBackFt ?? '',
});

/** As the server takes them; a grade left without a name keeps the program's. */
export const ownSettings = ({
  gradeNames,
  soloMinima,
  fieldRules,
  lessonTemplates,
  retentionYears,
  seatMarks,
}: OwnValues) => ({
  gradeNames: gradeNames.every((name) => name.trim() === '')
    ? null
    : gradeNames.map((name, i) => name.trim() || GRADES[i].name),
  soloMinima: Object.values(soloMinima).every((value) => value === '') ? null : soloMinima,
  fieldRules: { ...fieldRules, turnBackFt: fieldRules.turnBackFt === '' ? null : fieldRules.turnBackFt },
  lessonTemplates,
  retentionYears: retentionYears === '' ? null : retentionYears,
  seatMarks,
});

export function SchoolOwn<T extends OwnValues>(props: { form: UseFormReturnType<T>; disabled: boolean }) {
  const { form, disabled } = props;
  const {
    lessonTemplates,
    fieldRules: { ends },
  } = form.getValues();
  const putEnds = (next: OwnValues['fieldRules']['ends']) =>
    form.setFieldValue(
      'fieldRules.ends',
      // The form's own type knows no part of it by this path.
      next as never,
    );
  return (
    <>
      <section className="sheet stack" aria-labelledby="grades-here">
        <h2 id="grades-here">Names of the grades</h2>
        <p className="small quiet">
          The meaning of each stays: introduced, with help, alone but not yet steady, alone to standard.
        </p>
        <div className="school-fields narrow">
          {GRADES.map(({ grade, name, means }, i) => (
            <TextInput
              key={grade}
              label={`Grade ${grade}`}
              description={means}
              placeholder={name}
              maxLength={16}
              disabled={disabled}
              {...form.getInputProps(`gradeNames.${i}`)}
            />
          ))}
        </div>
      </section>
      <section className="sheet stack" aria-labelledby="seat-marks">
        <h2 id="seat-marks">Words in the right seat</h2>
        <p className="small quiet">
          One tap each, beside good, late, rudder, eyes inside and rushed. Enter after each.
        </p>
        <TagsInput
          aria-label="Words in the right seat"
          maxTags={12}
          maxLength={24}
          disabled={disabled}
          {...form.getInputProps('seatMarks')}
        />
      </section>
      <section className="sheet stack" aria-labelledby="every-solo">
        <h2 id="every-solo">Minimum conditions for every solo</h2>
        <p className="small quiet">
          An instructor may set stricter limits, never looser ones. Leave all empty for none.
        </p>
        <div className="school-fields narrow">
          {(Object.keys(MINIMA) as (keyof SoloMinima)[]).map((key) => (
            <NumberField
              key={key}
              label={MINIMA[key]}
              min={0}
              disabled={disabled}
              {...form.getInputProps(`soloMinima.${key}`)}
            />
          ))}
        </div>
      </section>
      <section className="sheet stack" aria-labelledby="at-field">
        <h2 id="at-field">Takeoff and landing</h2>
        <p className="small quiet">Heights above the field, as the cards and the debrief take them.</p>
        <div className="school-fields">
          <NumberField
            label="Pattern, ft"
            disabled={disabled}
            {...form.getInputProps('fieldRules.patternFt')}
          />
          <Select
            label="Turns"
            data={[
              { value: 'left', label: 'to the left' },
              { value: 'right', label: 'to the right' },
            ]}
            allowDeselect={false}
            disabled={disabled}
            {...form.getInputProps('fieldRules.side')}
          />
          <NumberField
            label="Stable or go around by, ft"
            disabled={disabled}
            {...form.getInputProps('fieldRules.gateFt')}
          />
          <NumberField
            label="Approach path, degrees"
            disabled={disabled}
            {...form.getInputProps('fieldRules.pathDeg')}
          />
          <NumberField
            label="No turning back below, ft"
            description="After an engine failure. Empty: never."
            inputWrapperOrder={['label', 'input', 'error', 'description']}
            disabled={disabled}
            {...form.getInputProps('fieldRules.turnBackFt')}
          />
        </div>
        <div className="stack" style={{ gap: 8 }}>
          <h3>Thresholds</h3>
          <p className="small quiet">
            With threshold positions the debrief measures speed over the threshold, float and touchdown point.
            Without them, only direction and centre line.
          </p>
          {ends.map((_, i) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: two ends may be named alike while they are typed
            <div key={i} className="row" style={{ alignItems: 'end' }}>
              <TextInput
                label="End"
                placeholder="24"
                style={{ width: 80 }}
                disabled={disabled}
                {...form.getInputProps(`fieldRules.ends.${i}.end`)}
              />
              <NumberField
                label="Latitude, °"
                style={{ width: 140 }}
                disabled={disabled}
                {...form.getInputProps(`fieldRules.ends.${i}.latDeg`)}
              />
              <NumberField
                label="Longitude, °"
                style={{ width: 140 }}
                disabled={disabled}
                {...form.getInputProps(`fieldRules.ends.${i}.lonDeg`)}
              />
              {!disabled && (
                <Button
                  variant="subtle"
                  aria-label={`Remove end ${i + 1}`}
                  onClick={() => putEnds(ends.filter((_, other) => other !== i))}
                >
                  Remove
                </Button>
              )}
            </div>
          ))}
          {!disabled && (
            <Button
              variant="default"
              style={{ alignSelf: 'start' }}
              onClick={() => putEnds([...ends, { end: '', latDeg: '', lonDeg: '' }])}
            >
              Add a threshold
            </Button>
          )}
        </div>
        <Checkbox.Group
          label="Judged at Debrief by the standard’s rows"
          description="None unless chosen here. Pattern ±100 ft and ±10 kt; climb and approach +10 / −5 kt (ACS, from memory)."
          {...form.getInputProps('fieldRules.judged')}
        >
          <div className="row" style={{ gap: 18, paddingTop: 6 }}>
            {JUDGED_PARTS.map((part) => (
              <Checkbox key={part} value={part} label={JUDGED_PART_NAMES[part]} disabled={disabled} />
            ))}
          </div>
        </Checkbox.Group>
      </section>
      <section className="sheet stack" aria-labelledby="kept">
        <h2 id="kept">How long flights are kept</h2>
        <div className="school-fields">
          <NumberField
            label="Years after a student’s last flight"
            description="Empty: until somebody deletes them. Signed entries and the trail always stay."
            min={1}
            max={50}
            disabled={disabled}
            {...form.getInputProps('retentionYears')}
          />
        </div>
      </section>
      <section className="sheet stack" aria-labelledby="own-lessons">
        <h2 id="own-lessons">Lesson templates</h2>
        {lessonTemplates.length === 0 ? (
          <p className="small quiet">
            The school has none of its own. The chief instructor saves one at Brief, beside the order of a
            lesson.
          </p>
        ) : (
          <ul className="watch">
            {lessonTemplates.map(({ id, title, items }) => (
              <li key={id}>
                <span>
                  <strong>{title}</strong>{' '}
                  <span className="small quiet">
                    {items.length === 1 ? 'one maneuver' : `${items.length} maneuvers`}
                  </span>
                </span>
                {!disabled && (
                  <Button
                    variant="default"
                    aria-label={`Remove ${title}`}
                    onClick={() =>
                      form.setFieldValue(
                        'lessonTemplates',
                        lessonTemplates.filter((one) => one.id !== id) as never,
                      )
                    }
                  >
                    Remove
                  </Button>
                )}
              </li>
            ))}
          </ul>
        )}
      </section>
    </>
  );
}
