/** A table that moves sideways in its own place where a hand holds less than its width. */
import { useMediaQuery } from '@mantine/hooks';
import type { ComponentProps } from 'react';

/** As in global.css. */
const MOVES = '(max-width: 640px)';

export function PlainTable({ className, ...rest }: ComponentProps<'table'>) {
  // What moves has to be reached by keys as well.
  const moves = useMediaQuery(MOVES);
  return (
    <table
      className={className ? `plain ${className}` : 'plain'}
      tabIndex={moves ? 0 : undefined}
      {...rest}
    />
  );
}
