/** What the plan has to say before anyone goes: stops first. */
import type { Notice } from '@keel/core';
import { IconAlertTriangle, IconHandStop, IconInfoCircle } from '@tabler/icons-react';
import './notices.css';

const WORDS = { stop: 'Stop.', warning: 'Warning.', note: 'Note.' } as const;
const ICONS = { stop: IconHandStop, warning: IconAlertTriangle, note: IconInfoCircle } as const;
const ORDER = ['stop', 'warning', 'note'] as const;

export function Notices({ notices }: { notices: readonly Notice[] }) {
  const sorted = [...notices].sort((a, b) => ORDER.indexOf(a.level) - ORDER.indexOf(b.level));
  return (
    <div aria-live="polite" className="notices">
      {sorted.map(({ level, text }) => {
        const Icon = ICONS[level];
        return (
          <p key={`${level} ${text}`} className={`notice notice-${level}`}>
            <Icon size={18} aria-hidden />
            <span>
              <strong>{WORDS[level]}</strong> {text}
            </span>
          </p>
        );
      })}
    </div>
  );
}
