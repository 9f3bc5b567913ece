/** Path: what stands between a student and solo. Staff begin with all students by skills. */
import { useParams } from 'react-router';
import { useMe } from '../api/hooks.ts';
import { Waiting } from '../parts/states.tsx';
import { MatrixPage } from './MatrixPage.tsx';
import { StudentPath } from './StudentPath.tsx';

export function PathIndex() {
  const me = useMe();
  if (!me.data) return <Waiting query={me} what="your account" />;
  return me.data.role === 'student' ? <StudentPath studentId={me.data.id} /> : <MatrixPage />;
}

export function PathPage() {
  const { studentId } = useParams();
  return <StudentPath studentId={studentId ?? ''} />;
}
