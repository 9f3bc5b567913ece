/** How rough the air was: worked out, or as the instructor felt it, which the judge heeds before any figure. */
import { AIR_LEVELS, AIR_WORDS, type AttemptScore, airSaid, type Units } from '@keel/core';
import { Menu, UnstyledButton } from '@mantine/core';
import { IconWind } from '@tabler/icons-react';
import { Sentence } from '../parts/Sentence.tsx';
import type { AddStatement } from './use-statements.ts';

interface Props {
  air: AttemptScore['air'];
  units: Units;
  /** Left out for whoever may not say it. */
  tell?: AddStatement;
}

export function AirFelt({ air, units, tell }: Props) {
  const says = air ? <Sentence said={airSaid(air, units)} /> : 'air not recorded';
  if (!tell) return says;
  return (
    <Menu withinPortal>
      <Menu.Target>
        <UnstyledButton className="air-felt" aria-label="The air, as you felt it">
          <IconWind size={14} aria-hidden /> {says}
        </UnstyledButton>
      </Menu.Target>
      <Menu.Dropdown>
        <Menu.Label>The air, as you felt it</Menu.Label>
        {AIR_LEVELS.map((level) => (
          <Menu.Item key={level} onClick={() => void tell({ kind: 'air', level })}>
            {AIR_WORDS[level]}
          </Menu.Item>
        ))}
      </Menu.Dropdown>
    </Menu>
  );
}
