/** A link that lets somebody in once: to set a school up, to accept an invitation, to choose a new password. */
import type { Role } from '@keel/core';
import { EntitySchema } from 'typeorm';

type LinkKind = 'setup' | 'invitation' | 'reset';

/** Who is invited, as what, and with whom. */
export interface Invited {
  name: string;
  email: string;
  role: Role;
  teaches: string[];
  taughtBy: string[];
}

export interface Link {
  id: string;
  kind: LinkKind;
  /** The token itself is known to whoever has the link, and to nobody else. */
  tokenHash: string;
  /** None for the first school’s own. */
  schoolId: string | null;
  /** Whose password is chosen anew. */
  accountId: string | null;
  invited: Invited | null;
  madeBy: string | null;
  createdAt: Date;
  expiresAt: Date | null;
  usedAt: Date | null;
  revokedAt: Date | null;
}
export const LinkEntity = new EntitySchema<Link>({
  name: 'link',
  columns: {
    id: { type: 'uuid', primary: true },
    kind: { type: 'text' },
    tokenHash: { type: 'text', name: 'token_hash' },
    schoolId: { type: 'uuid', name: 'school_id', nullable: true },
    accountId: { type: 'uuid', name: 'account_id', nullable: true },
    invited: { type: 'jsonb', nullable: true },
    madeBy: { type: 'uuid', name: 'made_by', nullable: true },
    createdAt: { type: 'timestamptz', name: 'created_at', createDate: true },
    expiresAt: { type: 'timestamptz', name: 'expires_at', nullable: true },
    usedAt: { type: 'timestamptz', name: 'used_at', nullable: true },
    revokedAt: { type: 'timestamptz', name: 'revoked_at', nullable: true },
  },
});
