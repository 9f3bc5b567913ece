/** The way in: the mark and one sheet, for whoever is not signed in. */
import type { ReactNode } from 'react';
import './sign-in.css';

export function Door({ title, wide, children }: { title?: string; wide?: boolean; children: ReactNode }) {
  return (
    <main className="sign-in" data-wide={wide || undefined}>
      <div className="sign-in-hero">
        <svg viewBox="0 0 220 120" width="260" aria-hidden="true">
          <rect x="0" y="34" width="220" height="38" fill="var(--band)" opacity="0.14" />
          <line x1="0" x2="220" y1="53" y2="53" stroke="var(--bar-ink)" strokeWidth="3" />
          <path
            d="M0 53 C40 50 60 56 84 40 S112 8 128 42 S168 66 220 53"
            fill="none"
            stroke="var(--fin)"
            strokeWidth="2.5"
          />
          <path d="M88 56h44l-22 46z" fill="var(--fin)" />
        </svg>
        <h1>{title ?? 'Keel Path'}</h1>
        <p>
          Brief, fly, debrief, path: what to fly, what was flown, what went out of tolerance first, and what
          comes next.
        </p>
      </div>
      {children}
    </main>
  );
}
