/** People: who is at the school, and who teaches whom. */
import type { Person } from '@keel/core';
import { Link } from 'react-router';
import { usePeople } from '../api/hooks.ts';
import { TitleBar } from '../frame/TitleBar.tsx';
import { DataTable, sortable } from '../parts/DataTable.tsx';
import { Failed, Loading } from '../parts/states.tsx';

export function PeoplePage() {
  const people = usePeople();
  return (
    <>
      <TitleBar
        title="People"
        about="Instructors see their own students; the chief instructor sees everyone."
      />
      <div className="page">
        {people.error && <Failed error={people.error} retry={() => people.mutate()} />}
        {!people.data && !people.error && <Loading what="people" />}
        {people.data && (
          <div className="sheet">
            <DataTable
              rows={people.data}
              rowKey={(person) => person.id}
              initialSort={{ id: 'role', desc: false }}
              columns={[
                sortable<Person>(
                  'name',
                  'Name',
                  (p) => p.name,
                  (p) =>
                    p.role === 'student' ? (
                      <Link to={`/path/${p.id}`}>{p.name}</Link>
                    ) : (
                      <strong>{p.name}</strong>
                    ),
                ),
                sortable<Person>(
                  'role',
                  'Role',
                  (p) => p.role,
                  (p) => (p.role === 'chief' ? 'chief instructor' : p.role),
                ),
                sortable<Person>(
                  'with',
                  'Taught by, or teaches',
                  (p) => p.with.join(),
                  (p) => p.with.join(', ') || '—',
                ),
                sortable<Person>(
                  'email',
                  'Email',
                  (p) => p.email,
                  (p) => p.email,
                ),
              ]}
            />
          </div>
        )}
      </div>
    </>
  );
}
