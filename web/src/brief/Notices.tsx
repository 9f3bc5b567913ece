/** What the plan has to say before anyone goes: stops first. */
import { type Notice, planNoticeSaid, type Units } from '@keel/core';
import { IconAlertTriangle, IconHandStop, IconInfoCircle } from '@tabler/icons-react';
import './notices.css';

const WORDS = { stop: 'Stop.', warning: 'Warning.', note: 'Note.' } as const;
const ICONS = { stop: IconHandStop, warning: IconAlertTriangle, note: IconInfoCircle } as const;
const ORDER = ['stop', 'warning', 'note'] as const;

export function Notices({ notices, units }: { notices: readonly Notice[]; units: Units }) {
  const sorted = [...notices].sort((a, b) => ORDER.indexOf(a.level) - ORDER.indexOf(b.level));
  return (
    <div aria-live="polite" className="notices">
      {sorted.map((notice) => {
        const { level } = notice;
        const text = planNoticeSaid(notice, units);
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
