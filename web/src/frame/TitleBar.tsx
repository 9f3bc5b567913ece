import type { ReactNode } from 'react';

/** The title of a view: what it is about, the circumstances beside it, and the one primary action at the end. */
export function TitleBar(props: { title: ReactNode; about?: ReactNode; children?: ReactNode }) {
  return (
    <div className="title-bar">
      <div className="title-bar-inner">
        <h1 title={typeof props.title === 'string' ? props.title : undefined}>{props.title}</h1>
        <div className="title-about">{props.about}</div>
        <div className="title-actions no-print">{props.children}</div>
      </div>
    </div>
  );
}
