/** Choices of technique, for the school or as a lesson's own. */
import { CHOICES, rooms, type Technique, type TechniqueKey, type TechniqueOverrides } from '@keel/core';
import { Button, Select } from '@mantine/core';
import './technique.css';

export function TechniqueForm(props: {
  /** What the school does. */
  school: Technique;
  /** What this lesson does differently; left out where the school's own choices are edited. */
  overrides?: TechniqueOverrides;
  /** Only what matters for these maneuvers. */
  maneuvers?: readonly string[];
  onChange: (key: TechniqueKey, value: Technique[TechniqueKey] | undefined) => void;
  readOnly?: boolean;
}) {
  const { school, overrides, maneuvers } = props;
  const matters = CHOICES.filter(({ key }) => {
    const heeding = rooms.filter(({ card }) => card.heeds.includes(key));
    return (
      maneuvers === undefined ||
      heeding.length === 0 ||
      heeding.some(({ id, clears }) => clears || maneuvers.includes(id))
    );
  });
  return (
    <div className="technique">
      {matters.map(({ key, label, options }) => {
        const own = overrides?.[key];
        const value = own ?? school[key];
        const chosen = options.find((option) => option.value === value) ?? options[0];
        const changed = own !== undefined && own !== school[key];
        return (
          <div key={key} className="technique-row" data-changed={changed || undefined}>
            <Select
              label={label}
              description={chosen.why}
              inputWrapperOrder={['label', 'input', 'description']}
              data={options.map((option) => ({ value: String(option.value), label: option.label }))}
              value={String(chosen.value)}
              disabled={props.readOnly}
              onChange={(next) => {
                const picked = options.find((option) => String(option.value) === next);
                if (picked) props.onChange(key, picked.value as Technique[TechniqueKey]);
              }}
            />
            {changed && (
              <Button variant="subtle" size="compact-sm" onClick={() => props.onChange(key, undefined)}>
                as the school: {options.find((option) => option.value === school[key])?.label}
              </Button>
            )}
          </div>
        );
      })}
    </div>
  );
}
