/** A recording sent with the wrong airplane, lesson or weight is put right; one that nobody wants goes, and can come back. */
import type { RecordingView } from '@keel/core';
import { ActionIcon, Button, Menu, Select } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { IconDots } from '@tabler/icons-react';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { useSWRConfig } from 'swr';
import { answered, api, messageOf, read } from '../api/client.ts';
import { useAirplanes, useLessons, useStandards, useStudents } from '../api/hooks.ts';
import { Dialog } from '../parts/Dialog.tsx';
import { dayAndTime } from '../parts/format.ts';
import { NumberField } from '../parts/NumberField.tsx';

/** @param rescore left out where there is no score yet. */
export function PutRight({ recording, rescore }: { recording: RecordingView; rescore?: () => void }) {
  const [open, setOpen] = useState<'right' | 'delete' | null>(null);
  const close = () => setOpen(null);
  return (
    <>
      <Menu position="bottom-end">
        <Menu.Target>
          <ActionIcon variant="default" size="input-sm" aria-label="More for this recording">
            <IconDots size={18} />
          </ActionIcon>
        </Menu.Target>
        <Menu.Dropdown>
          {rescore && <Menu.Item onClick={rescore}>Score again</Menu.Item>}
          <Menu.Item onClick={() => setOpen('right')}>Correct its details</Menu.Item>
          <Menu.Item onClick={() => setOpen('delete')}>Delete the recording</Menu.Item>
        </Menu.Dropdown>
      </Menu>
      {open === 'right' && <RightDialog recording={recording} close={close} />}
      {open === 'delete' && <DeleteDialog recording={recording} close={close} />}
    </>
  );
}

function RightDialog({ recording, close }: { recording: RecordingView; close: () => void }) {
  const airplanes = useAirplanes();
  const standards = useStandards();
  const students = useStudents();
  const [studentId, setStudent] = useState(recording.student.id);
  const isMoved = studentId !== recording.student.id;
  const lessons = useLessons({ studentId }, 200);
  const { mutate } = useSWRConfig();
  const [airplaneId, setAirplane] = useState(recording.airplane.id);
  const [standardId, setStandard] = useState(recording.standard.id);
  const [lessonId, setLesson] = useState(recording.lessonId);
  const [weightLb, setWeight] = useState<number | ''>('');
  const [groundFt, setGround] = useState<number | ''>('');
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const json = {
    ...(isMoved && { studentId }),
    ...(airplaneId !== recording.airplane.id && { airplaneId }),
    ...(standardId !== recording.standard.id && { standardId }),
    // Moved, it leaves its first student’s lesson, unless another is named.
    ...((isMoved ? lessonId !== null : lessonId !== recording.lessonId) && { lessonId }),
    ...(weightLb !== '' && { weightLb }),
    ...(groundFt !== '' && { groundFt }),
  };
  const save = async () => {
    setBusy(true);
    setProblem(null);
    try {
      const changed = await read(api.recordings[':id'].$patch({ param: { id: recording.id }, json }));
      await mutate(`/recordings/${recording.id}`, changed);
      close();
    } catch (error) {
      setProblem(messageOf(error));
    } finally {
      setBusy(false);
    }
  };
  return (
    <Dialog onClose={close} title={<strong>Correct its details</strong>}>
      <div className="stack">
        <p className="quiet">The flight is scored again. Grades and comments stay with their attempts.</p>
        {problem && <p role="alert">{problem}</p>}
        <Select
          label="Flown by"
          data={students.data?.map(({ id, name }) => ({ value: id, label: name })) ?? []}
          value={studentId}
          description={
            isMoved
              ? 'The flight leaves the first student’s path, lesson and drafts. Instructors’ grades and comments go with it.'
              : undefined
          }
          onChange={(value) => {
            if (!value) return;
            setStudent(value);
            setLesson(value === recording.student.id ? recording.lessonId : null);
          }}
          allowDeselect={false}
          searchable
        />
        <Select
          label="Airplane"
          data={airplanes.data?.map(({ id, name }) => ({ value: id, label: name })) ?? []}
          value={airplaneId}
          onChange={(value) => value && setAirplane(value)}
          allowDeselect={false}
        />
        <Select
          label="Standard"
          data={standards.data?.map(({ id, name }) => ({ value: id, label: name })) ?? []}
          value={standardId}
          onChange={(value) => value && setStandard(value)}
          allowDeselect={false}
        />
        <Select
          label="Lesson"
          placeholder="no lesson"
          data={
            lessons.data
              ?.flatMap(({ items }) => items)
              .map(({ id, title, plannedAt }) => ({
                value: id,
                label: `${dayAndTime(plannedAt)}, ${title}`,
              })) ?? []
          }
          value={lessonId}
          onChange={setLesson}
          clearable
          searchable
        />
        <NumberField
          label="Weight, lb"
          placeholder={recording.score?.weightLb ? `unchanged, ${recording.score.weightLb}` : 'unchanged'}
          value={weightLb}
          onChange={setWeight}
        />
        <NumberField
          label="Highest ground of the area, ft"
          description="The floor for slow flight and stalls is measured from it, for every attempt of the flight."
          placeholder={
            recording.score?.groundFt == null ? 'not known' : `unchanged, ${recording.score.groundFt}`
          }
          value={groundFt}
          onChange={setGround}
        />
        <Button
          onClick={save}
          loading={busy}
          disabled={Object.keys(json).length === 0 || Number.isNaN(weightLb) || Number.isNaN(groundFt)}
        >
          Correct and score again
        </Button>
      </div>
    </Dialog>
  );
}

function DeleteDialog({ recording, close }: { recording: RecordingView; close: () => void }) {
  const navigate = useNavigate();
  const param = { id: recording.id };
  const failed = (error: unknown) =>
    notifications.show({ color: 'red', title: 'Not saved', message: messageOf(error) });
  const restore = async () => {
    try {
      await answered(api.recordings[':id'].restore.$post({ param }));
      navigate(`/debrief/${recording.id}`);
    } catch (error) {
      failed(error);
    }
  };
  const remove = async () => {
    close();
    try {
      await answered(api.recordings[':id'].$delete({ param }));
      navigate('/debrief');
      notifications.show({
        autoClose: 20_000,
        message: (
          <div className="row spread" style={{ flexWrap: 'wrap' }}>
            Deleted; it is removed for good in thirty days.
            <Button variant="default" size="compact-sm" onClick={restore}>
              Restore it
            </Button>
          </div>
        ),
      });
    } catch (error) {
      failed(error);
    }
  };
  return (
    <Dialog onClose={close} title={<strong>Delete this recording?</strong>}>
      <p>
        The file, its attempts, grades and comments disappear at once and are removed for good after thirty
        days. Until then they can be restored at the end of the list of flown lessons.
      </p>
      <div className="actions">
        <Button variant="default" onClick={close} data-autofocus>
          Keep the recording
        </Button>
        <Button onClick={remove}>Delete the recording</Button>
      </div>
    </Dialog>
  );
}
