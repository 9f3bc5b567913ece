/** Taking the lesson along: the kneeboard, a calendar entry, a link for the student, the printer. */
import type { Lesson } from '@keel/core';
import { Button, Menu } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import {
  IconCalendar,
  IconChevronDown,
  IconCopy,
  IconDots,
  IconLink,
  IconPrinter,
  IconTrash,
} from '@tabler/icons-react';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { answered, api } from '../api/client.ts';
import { Dialog } from '../parts/Dialog.tsx';
import { dayAndTime } from '../parts/format.ts';
import { sent } from '../parts/sent.ts';

export function ShareMenu(props: { lesson: Lesson; unsaved: boolean; mayEdit: boolean }) {
  const { lesson, unsaved, mayEdit } = props;
  const navigate = useNavigate();
  const [deleting, setDeleting] = useState(false);
  const address = `/api/lessons/${lesson.id}`;
  const link = `${window.location.origin}/brief/${lesson.id}`;
  const first = lesson.student.name.split(' ')[0];
  const copy = async () => {
    try {
      await navigator.clipboard.writeText(link);
      notifications.show({ message: `Link copied. ${first} signs in and sees this lesson and its cards.` });
    } catch {
      // Without permission to the clipboard the link can still be read and copied by hand.
      notifications.show({ message: `Copy this for ${first}: ${link}`, autoClose: false });
    }
  };
  return (
    <>
      <Menu position="bottom-end" width={270}>
        <Menu.Target>
          <Button variant="default" rightSection={<IconChevronDown size={15} />}>
            Kneeboard PDF
          </Button>
        </Menu.Target>
        <Menu.Dropdown>
          {unsaved && (
            <Menu.Label>Shows the lesson as last saved. Save first to include your changes.</Menu.Label>
          )}
          <Menu.Item component="a" href={`${address}/kneeboard.pdf?size=a5`} target="_blank">
            Kneeboard, A5
          </Menu.Item>
          <Menu.Item component="a" href={`${address}/kneeboard.pdf?size=half-letter`} target="_blank">
            Kneeboard, half-letter
          </Menu.Item>
          <Menu.Item component="a" href={`${address}/kneeboard.pdf?size=a4`} target="_blank">
            Two panels a sheet, A4
          </Menu.Item>
          <Menu.Item component="a" href={`${address}/kneeboard.pdf?size=letter`} target="_blank">
            Two panels a sheet, letter
          </Menu.Item>
          <Menu.Divider />
          <Menu.Item leftSection={<IconPrinter size={16} />} onClick={() => window.print()}>
            Print the cards
          </Menu.Item>
          <Menu.Item
            leftSection={<IconCalendar size={16} />}
            component="a"
            href={`${address}/lesson.ics`}
            download
          >
            Calendar entry
          </Menu.Item>
          <Menu.Item leftSection={<IconLink size={16} />} onClick={copy}>
            Copy the link for {first}
          </Menu.Item>
        </Menu.Dropdown>
      </Menu>
      {mayEdit && (
        <Menu position="bottom-end">
          <Menu.Target>
            <Button variant="default" px={12} aria-label="More for this lesson">
              <IconDots size={18} aria-hidden />
            </Button>
          </Menu.Target>
          <Menu.Dropdown>
            <Menu.Item
              leftSection={<IconCopy size={16} />}
              onClick={() => navigate(`/brief/new?copy=${lesson.id}`)}
            >
              Copy the lesson
            </Menu.Item>
            {lesson.recordings.length === 0 && (
              <Menu.Item leftSection={<IconTrash size={16} />} onClick={() => setDeleting(true)}>
                Delete the lesson
              </Menu.Item>
            )}
          </Menu.Dropdown>
        </Menu>
      )}
      <Dialog opened={deleting} onClose={() => setDeleting(false)} title="Delete this lesson?">
        <div className="stack">
          <p>
            {lesson.title}, {lesson.student.name}, {dayAndTime(lesson.plannedAt)}. Its booking is cancelled.
            This cannot be undone.
          </p>
          <div className="actions">
            <Button variant="default" data-autofocus onClick={() => setDeleting(false)}>
              Keep the lesson
            </Button>
            <Button
              onClick={async () => {
                const gone = await sent(
                  answered(api.lessons[':id'].$delete({ param: { id: lesson.id } })).then(() => true),
                  'Not deleted',
                );
                setDeleting(false);
                if (gone) navigate('/brief');
              }}
            >
              Delete the lesson
            </Button>
          </div>
        </div>
      </Dialog>
    </>
  );
}
