import './caution.css';
import type { ReactNode } from 'react';

/** A caution, where the work is. */
export const Caution = ({ children }: { children: ReactNode }) => (
  <p className="caution">
    <strong>Caution.</strong> {children}
  </p>
);
