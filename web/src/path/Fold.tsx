/** One thing of a list, folded to a line until it is opened, or until something in it does not fit. */
import { IconChevronDown, IconChevronRight } from '@tabler/icons-react';
import { type ReactNode, useState } from 'react';

export function Fold(props: {
  title: string;
  about: string;
  faults: ReadonlyMap<string, string>;
  actions: ReactNode;
  children: ReactNode;
}) {
  const [open, setOpen] = useState(false);
  const shown = open || props.faults.size > 0;
  return (
    <div className="fold" data-open={shown || undefined}>
      <div className="row spread">
        <button type="button" className="fold-head" aria-expanded={shown} onClick={() => setOpen(!open)}>
          {shown ? <IconChevronDown size={16} aria-hidden /> : <IconChevronRight size={16} aria-hidden />}
          <strong>{props.title}</strong>
          <span className="small quiet">{props.about}</span>
        </button>
        <div className="row" style={{ gap: 4 }}>
          {props.actions}
        </div>
      </div>
      {shown && (
        <div className="stack" style={{ gap: 10 }}>
          {props.children}
        </div>
      )}
    </div>
  );
}
